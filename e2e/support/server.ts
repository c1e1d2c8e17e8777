import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base } from '@playwright/test';

/** The project's folder, from which every script runs. */
export const root = process.cwd();

/** The data folder of a server that was started for the first time, which `seed` leaves. */
export const SEED = join(root, '.cache/e2e-seed');

/** The real server on a data folder of its own, which can be stopped and started again. */
export class DrelkServer {
  address = '';
  readonly data = mkdtempSync(join(tmpdir(), 'drelk-e2e-'));
  private process: ChildProcess | undefined;
  private port = 0;

  async start(): Promise<void> {
    const child = spawn(process.execPath, ['packages/server/dist/main.js'], {
      cwd: root,
      env: { ...process.env, PORT: String(this.port), HOST: '127.0.0.1', DRELK_DATA: this.data },
    });
    this.process = child;
    this.address = await new Promise((resolve, reject) => {
      child.stdout.on('data', (text: Buffer) => {
        const match = /http:\/\/\S+/.exec(text.toString());
        if (match) resolve(match[0]);
      });
      child.stderr.on('data', (text: Buffer) => process.stderr.write(text));
      child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
    });
    // The second start must be where the page still looks.
    this.port = Number(new URL(this.address).port);
  }

  async stop(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await ended;
  }

  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.data, { recursive: true, force: true });
  }
}

/** Tests with a server of their own; a page that logs an error fails its test. */
export const test = base.extend<{ server: DrelkServer; quiet: undefined }>({
  // eslint-disable-next-line no-empty-pattern -- the test runner reads the parameter's shape
  server: async ({}, use) => {
    const server = new DrelkServer();
    if (existsSync(SEED)) cpSync(SEED, server.data, { recursive: true });
    await server.start();
    await use(server);
    await server.remove();
  },
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await use(undefined);
      if (errors.length > 0) throw new Error(`The page threw: ${errors.join('; ')}`);
    },
    { auto: true },
  ],
});

export { expect } from '@playwright/test';
