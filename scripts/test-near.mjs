/**
 * `npm run test:near`: unit tests that what was changed since the last commit (or since `npm run test:near -- REV`) can touch, and the
 * journeys of its stages.
 */
import { execFileSync } from 'node:child_process';
import { journeys, step, tell, units } from './counting.mjs';
import { install, root } from './steps.mjs';

/** Journeys by what a change lies in; the first that fits. */
const JOURNEYS = [
  [/prove|remed/, ['prove.spec.ts']],
  [/rehears/, ['rehearse.spec.ts']],
  [/handoff|hand-off|format\//, ['handoff.spec.ts']],
  [/piece|text\//, ['piece.spec.ts']],
  [/line\/hand|path-hand|path-shaping|bench\/tools/, ['line-by-hand.spec.ts']],
  [/line|geometry/, ['line.spec.ts']],
  [/cut-out/, ['cut-out.spec.ts']],
  [/square|ink|raster/, ['square-ink.spec.ts']],
  [/vector|tidy|intake/, ['old-files.spec.ts']],
  [/bench|strip|facts/, ['bench.spec.ts']],
  [/server|contract|shelf|job-store|drafts/, ['work.spec.ts']],
  [/packages\/(core|runner|web|decode)/, ['journey.spec.ts']],
];
/** At most so many journey files, so that the answer is there while one still thinks of the change. */
const MOST = 2;

const git = (...args) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8' }).trim().split('\n').filter(Boolean);
const since = process.argv[2] ?? 'HEAD';
const changed = [...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')];
const sources = changed.filter((file) => /^packages\/.*\.(ts|html|scss)$/.test(file));

step('Install', install);
if (sources.length === 0) console.log(`Nothing in packages was changed since ${since}.`);
else {
  await units('Unit tests near the change', [
    '--findRelatedTests',
    ...sources.filter((file) => file.endsWith('.ts')),
    '--passWithNoTests',
  ]);
  const near = sources.map((file) => JOURNEYS.find(([pattern]) => pattern.test(file))?.[1] ?? []);
  const files = [...new Set(near.flat())].slice(0, MOST);
  if (files.length > 0)
    await journeys(
      'Journeys near the change',
      files.map((file) => `e2e/${file}`),
    );
}
tell();
