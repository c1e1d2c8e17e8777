/** End-to-end tests in Debian's Chromium against the built application. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { builds, debian, install, root } from './steps.mjs';

const chromium = '/usr/bin/chromium-headless-shell';
install();
Object.values(builds).forEach((build) => build());
if (!debian(['chromium-headless-shell'], () => existsSync(chromium))) {
  console.error(
    `The end-to-end tests need Chromium at ${chromium}. Install Debian's package "chromium-headless-shell" as root: apt-get install chromium-headless-shell.`,
  );
  process.exit(1);
}
const args = [
  'node_modules/@playwright/test/cli.js',
  'test',
  '--config',
  'e2e/playwright.config.ts',
  ...process.argv.slice(2),
];
process.exit(
  spawnSync(process.execPath, args, { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] }).status ?? 1,
);
