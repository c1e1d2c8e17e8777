/** `npm test`: everything that must hold, and a last line that counts it. */
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { builds, install, root, run } from './steps.mjs';

const results = join(root, '.cache/results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

let passed = 0;
let failed = 0;

/** A step that either passes or fails as a whole. */
function step(name, work) {
  console.log(`\n== ${name}`);
  try {
    work();
    passed++;
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    failed++;
  }
}

/** A test run that leaves its counts in a file. */
function counted(name, command, file, count) {
  console.log(`\n== ${name}`);
  const { status } = spawnSync(process.execPath, command, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  try {
    const [good, bad] = count(JSON.parse(readFileSync(join(results, file), 'utf8')));
    passed += good;
    failed += bad;
    if (status !== 0 && bad === 0) failed++;
  } catch {
    console.error(`${name} left no results.`);
    failed++;
  }
}

const npm = (script) => run('npm', ['run', '--silent', script]);
step('Install', install);
step('Lint', () => npm('lint'));
step('Types', () => npm('typecheck'));
counted(
  'Unit tests',
  ['node_modules/jest/bin/jest.js', '--json', `--outputFile=${join(results, 'unit.json')}`],
  'unit.json',
  (json) => [json.numPassedTests, json.numFailedTests + json.numRuntimeErrorTestSuites],
);
step('Build', () => Object.values(builds).forEach((build) => build()));
counted('End to end', ['scripts/e2e.mjs'], 'e2e.json', ({ stats }) => [
  stats.expected,
  stats.unexpected + stats.flaky,
]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
