/** Runs parts of the tests and counts what passed and failed, for a last line that says so. */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './steps.mjs';

const results = join(root, '.cache/results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

let passed = 0;
let failed = 0;
const count = (good, bad) => {
  passed += good;
  failed += bad;
};

/** A step that either passes or fails as a whole. */
export function step(name, work) {
  console.log(`\n== ${name}`);
  try {
    work();
    count(1, 0);
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    count(0, 1);
  }
}

/** Programs side by side, each of which passes or fails as a whole; what they print is shown when they end. */
export async function sideBySide(programs) {
  await Promise.all(
    Object.entries(programs).map(async ([name, script]) => {
      const { code, text } = await output('npm', ['run', '--silent', script]);
      console.log(`\n== ${name}\n${text.trim()}`);
      count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
    }),
  );
}

/** A test run that leaves its counts in a file. */
export async function counted(name, command, file, counts, env = {}) {
  console.log(`\n== ${name}`);
  const child = spawn(process.execPath, command, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  const code = await new Promise((resolve) => child.on('exit', resolve));
  try {
    const [good, bad] = counts(JSON.parse(readFileSync(join(results, file), 'utf8')));
    count(good, bad);
    if (code !== 0 && bad === 0) count(0, 1);
  } catch {
    console.error(`${name} left no results.`);
    count(0, 1);
  }
}

/** Unit tests by Jest, all or some. */
export const units = (name, more = [], env = {}) =>
  counted(
    name,
    ['node_modules/jest/bin/jest.js', '--json', `--outputFile=${join(results, 'unit.json')}`, ...more],
    'unit.json',
    (json) => [json.numPassedTests, json.numFailedTests + json.numRuntimeErrorTestSuites],
    env,
  );

/** Journeys in a browser, all or some; one that passes only when it is tried again has failed. */
export const journeys = (name, more = []) =>
  counted(name, ['scripts/e2e.mjs', ...more], 'e2e.json', ({ stats }) => [
    stats.expected,
    stats.unexpected + stats.flaky,
  ]);

/** Whether anything has failed so far. */
export const hasFailed = () => failed > 0;

/** The last line, and how the run ends. */
export function tell() {
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exitCode = failed > 0 ? 1 : 0;
}

function output(program, args) {
  return new Promise((resolve) => {
    const child = spawn(program, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    child.stdout.on('data', (part) => (text += part));
    child.stderr.on('data', (part) => (text += part));
    child.on('exit', (code) => resolve({ code, text }));
  });
}
