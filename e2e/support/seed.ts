import { cpSync, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DrelkServer, SEED } from './server';

/** Has a server fill its shelf once, so that each journey gets a copy and none waits for its own. */
export default async function seed(): Promise<void> {
  rmSync(SEED, { recursive: true, force: true });
  const server = new DrelkServer();
  await server.start();
  await server.stop();
  mkdirSync(SEED, { recursive: true });
  cpSync(server.data, SEED, { recursive: true });
  await server.remove();
  if (!existsSync(join(SEED, 'blobs'))) throw new Error('The first start of the server left no data.');
}
