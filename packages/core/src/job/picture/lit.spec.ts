import { quietContext } from '../../context';
import type { ColourPicture } from '../../raster';
import { newJob } from '../document/document';
import { litArea } from './lit';
import { newMemory, startRun } from '../graph';
import { pictureResult } from '../steps';

/** Three even stripes of 40 pixels, each of a colour. */
const COLOURS = [
  [250, 245, 230],
  [190, 60, 50],
  [40, 70, 120],
];
const width = 120;
const height = 90;
const data = new Uint8Array(4 * width * height).fill(255);
for (let i = 0; i < width * height; i++) data.set(COLOURS[Math.floor((i % width) / 40)], 4 * i);
const picture: ColourPicture = { width, height, data };
const source = { blob: '', name: 'a.png', kind: 'png', width, height, density: null, notes: [] };
const first = newJob(source);
const run = (tolerance: number | null) => {
  const ink = { ...first.ink, kind: 'flat' as const, background: { tolerance, away: [], keep: [] } };
  return startRun(
    { document: { ...first, ink }, source: { key: 'a', picture, reduction: 1 } },
    newMemory(),
    quietContext,
  ).take(pictureResult).artwork.traced.ink;
};
const share = (mask: Uint8Array) => mask.filter((value) => value === 1).length / mask.length;

it('a plate lights up as many pixels as its share says, where its colour is', () => {
  const ink = run(null);
  const plates = ink.plates ?? [];
  expect(plates).toHaveLength(3);
  for (const plate of plates) {
    const mask = litArea(ink, { kind: 'plate', colour: plate.colour });
    expect(share(mask)).toBeCloseTo(plate.share, 2);
    expect(share(mask)).toBeCloseTo(1 / 3, 1);
  }
  expect(share(litArea(ink, { kind: 'plate', colour: '#123456' }))).toBe(0);
});

it('the background lights up what is taken for it, and nothing where none is', () => {
  expect(share(litArea(run(null), { kind: 'background' }))).toBe(0);
  expect(share(litArea(run(10), { kind: 'background' }))).toBeGreaterThan(0.3);
});
