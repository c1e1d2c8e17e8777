/** Prints speed and memory, each against a reference in the same run. */
import { spawnSync } from 'node:child_process';
import { bundle, root } from './bundle.mjs';
import { install } from './steps.mjs';

install();
await bundle('bench/main.ts', '.cache/bench.mjs');
process.exit(
  spawnSync(process.execPath, ['.cache/bench.mjs', ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' })
    .status ?? 1,
);
