/** Runs the command line; on a fresh clone it is installed and bundled first. */
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const bundled = join(root, 'packages/cli/dist/drelk.mjs');
if (!existsSync(bundled)) {
  execFileSync(process.execPath, [join(root, 'scripts/prepare.mjs'), 'cli'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}
await import(bundled);
