import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** Where the server listens and keeps things. */
export interface Config {
  port: number;
  host: string;
  /** Folder of the database and the blobs. */
  data: string;
  /** Folder of the built application. */
  web: string;
  /** Folder of the demo's pictures. */
  samples: string;
  /** Asked for with every request where the server is not local. */
  passcode: string | undefined;
}

/** Addresses that only this machine reaches. */
const LOCAL = ['127.0.0.1', 'localhost', '::1'];
export const isLocal = (host: string) => LOCAL.includes(host);

/** Reads PORT, HOST, DRELK_DATA and DRELK_PASSCODE; makes the data folder. */
export function readConfig(root: string, env: NodeJS.ProcessEnv): Config {
  const data = resolve(root, env['DRELK_DATA'] ?? 'data');
  mkdirSync(join(data, 'blobs'), { recursive: true });
  return {
    port: Number(env['PORT'] ?? 4310),
    host: env['HOST'] ?? '127.0.0.1',
    data,
    web: join(root, 'packages/web/dist/browser'),
    samples: join(root, 'demo/pictures'),
    passcode: env['DRELK_PASSCODE'],
  };
}
