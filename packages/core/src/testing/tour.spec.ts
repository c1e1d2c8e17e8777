import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const docs = join(__dirname, '../../../../docs');

/** Links between files of the project in a page, without those into the net. */
const linksIn = (page: string): string[] =>
  [...readFileSync(page, 'utf8').matchAll(/\]\(([^)#:]+)\)/g)].map(([, link]) => link);

it('the tour leads in twenty links from a dropped file to a machine, and each is there', () => {
  const links = linksIn(join(docs, 'tour.md'));
  expect(links).toHaveLength(20);
  expect(links.filter((link) => !existsSync(join(docs, link)))).toEqual([]);
});

it.each(['architecture.md', 'stages.md', 'decisions.md', 'recipes.md', 'glossary.md', '../README.md'])(
  '%s leads nowhere that is not there',
  (name) => {
    const page = join(docs, name);
    expect(linksIn(page).filter((link) => !existsSync(join(dirname(page), link)))).toEqual([]);
  },
);

it('what pages call by its place in the core is there', () => {
  const named = ['stages.md', 'architecture.md', 'recipes.md'].flatMap((name) => [
    ...readFileSync(join(docs, name), 'utf8').matchAll(
      /`((?:job|line|ink|piece|prove|square|handoff|rehearse|geometry|format|text|raster)\/[\w/-]+)`/g,
    ),
  ]);
  const core = join(docs, '../packages/core/src');
  const isThere = (place: string) =>
    existsSync(join(core, place)) ||
    existsSync(join(core, `${place}.ts`)) ||
    existsSync(join(docs, '../packages/web/src/app', `${place}.ts`));
  expect([...new Set(named.map(([, place]) => place))].filter((place) => !isThere(place))).toEqual([]);
});
