/** `npm run test:long`: what takes long, random cases as many as a test asks for, and the journeys that `npm test` leaves out. */
import { execFileSync } from 'node:child_process';
import { journeys, step, tell, units } from './counting.mjs';
import { install, root } from './steps.mjs';

step('Install', install);
// Besides files that take long, those that look at random cases or fewer changes where there is little time.
const more = execFileSync(
  'git',
  ['grep', '-lE', "from 'fast-check'|env\\['LONG'\\]", '--', 'packages/*.spec.ts'],
  {
    cwd: root,
    encoding: 'utf8',
  },
);
await units('Long tests', ['--runTestsByPath', ...new Set([...more.trim().split('\n'), ...longFiles()])], {
  LONG: '1',
});
await journeys('Journeys that take long, or look at one thing more', ['--grep', '@long']);
tell();

function longFiles() {
  const files = execFileSync('git', ['ls-files', '*.long.spec.ts'], { cwd: root, encoding: 'utf8' });
  return files.trim().split('\n').filter(Boolean);
}
