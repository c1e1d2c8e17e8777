/**
 * `npm run test:near`: the unit tests of the rooms in which something was changed since the last commit (or since
 * `npm run test:near -- REV`), and the journeys of one of their stages.
 */
import { execFileSync } from 'node:child_process';
import { hasFailed, journeys, step, tell, units } from './counting.mjs';
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
/** Journeys of one file at most, so that the answer is there while one still thinks of the change. */
const MOST = 1;
/** What goes the whole way through the core; looked at when anything of it was changed. */
const WHOLE_WAY = 'packages/core/src/job/run.spec.ts';

const git = (...args) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8' }).trim().split('\n').filter(Boolean);
const since = process.argv[2] ?? 'HEAD';
const changed = [...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')];
const sources = changed.filter((file) => /^packages\/.*\.(ts|html|scss)$/.test(file));
const specs = git('ls-files', 'packages/*.spec.ts').filter((file) => !file.endsWith('.long.spec.ts'));

/** Where the tests of a file are: its room of the core, or its package. */
function roomOf(file) {
  const [room] = /^packages\/core\/src\/[^/]+\//.exec(file) ?? /^packages\/[^/]+\//.exec(file) ?? [file];
  return room;
}

step('Install', install);
if (sources.length === 0) console.log(`Nothing in packages was changed since ${since}.`);
else {
  const rooms = [...new Set(sources.map(roomOf))];
  const own = specs.filter((spec) => rooms.some((room) => spec.startsWith(room)));
  const wholeWay = sources.some((file) => file.startsWith('packages/core/')) ? [WHOLE_WAY] : [];
  await units('Unit tests near the change', [
    '--runTestsByPath',
    ...new Set([...own, ...sources.filter((file) => file.endsWith('.spec.ts')), ...wholeWay]),
    '--passWithNoTests',
  ]);
  const near = sources.map((file) => JOURNEYS.find(([pattern]) => pattern.test(file))?.[1] ?? []);
  const files = [...new Set(near.flat())].slice(0, MOST);
  // What fails already is enough to go on with.
  if (files.length > 0 && !hasFailed())
    await journeys('Journeys near the change', [
      ...files.map((file) => `e2e/${file}`),
      '--grep-invert',
      '@long',
    ]);
}
tell();
