import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '../../../..');
const core = 'packages/core/src/';
const sources = execFileSync('git', ['ls-files', '*.ts', '*.mjs'], { cwd: root, encoding: 'utf8' })
  .trim()
  .split('\n')
  .filter((file) => !file.endsWith('core/src/index.ts'))
  .map((file) => ({ file, text: readFileSync(join(root, file), 'utf8') }));

/** Names that stand between braces of an import or an export from a place that `from` knows. */
const namesFrom = (text: string, from: RegExp): string[] =>
  [...text.matchAll(/(?:import|export)\s+(?:type\s+)?\{([^}]*)\}\s+from\s+'([^']+)'/g)]
    .filter(([, , place]) => from.test(place))
    .flatMap(([, names]) => names.split(','))
    .map((name) => name.trim().replace(/^type /, ''))
    .filter(Boolean);
const namesBefore = (names: readonly string[]) => new Set(names.map((name) => name.split(' as ')[0]));
const namesAfter = (names: readonly string[]) => names.map((name) => name.split(' as ').at(-1) ?? name);

it('the core gives out no name that no other package asks for, and names each one', () => {
  const index = readFileSync(join(root, core, 'index.ts'), 'utf8');
  expect(index).not.toContain('export *');
  const asked = namesBefore(sources.flatMap(({ text }) => namesFrom(text, /^@drelk\/core$/)));
  const late = sources.flatMap(({ text }) =>
    [...text.matchAll(/const \{([^}]*)\} = await import\(\s*'@drelk\/core'/g)].flatMap(([, names]) =>
      names.split(',').map((name) => name.trim()),
    ),
  );
  const unasked = namesAfter(namesFrom(index, /./)).filter(
    (name) => !asked.has(name) && !late.includes(name),
  );
  expect(unasked).toEqual([]);
});

it.each([
  'raster',
  'geometry',
  'text',
  'format',
  'square',
  'ink',
  'line',
  'piece',
  'prove',
  'handoff',
  'rehearse',
  'job',
])('no name of %s is given to the rest of the core that nobody there asks for', (room) => {
  const index = readFileSync(join(root, core, room, 'index.ts'), 'utf8');
  expect(index).not.toContain('export *');
  const outside = sources.filter(({ file }) => !file.startsWith(`${core}${room}/`));
  const asked = namesBefore([
    ...outside.flatMap(({ text }) => namesFrom(text, new RegExp(`^\\.[./]*/${room}$`))),
    ...namesFrom(readFileSync(join(root, core, 'index.ts'), 'utf8'), new RegExp(`^\\./${room}$`)),
  ]);
  expect(namesAfter(namesFrom(index, /./)).filter((name) => !asked.has(name))).toEqual([]);
});
