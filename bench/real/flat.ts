import sharp from 'sharp';
import {
  type ColourPicture,
  NO_PLATE,
  type Shape,
  contoursOf,
  eachInsideRun,
  findComponents,
  findCrossings,
  findRowChanges,
  flatten,
  mapOfPlates,
  newJob,
  newMemory,
  nodeCount,
  startRun,
  pictureResult,
  withoutSpecks,
} from '@drelk/core';
import { context, median } from '../measure';
import { HALVES, isKeptAside } from './case';
import { allCases } from './cases';
import { fetched } from './fetch';
import { piecesOf } from './judge';

/** What became of the plates of one picture. */
interface Plated {
  /** Plates whose pieces and holes are as many as those of their pixels, of how many. */
  right: number;
  plates: number;
  crossings: number;
  /** The largest area between plates that none or two of them cover, in square pixels. */
  gap: number;
  /** Shapes and nodes of all plates. */
  shapes: number;
  nodes: number;
}

/** Qualities at which the pictures are squeezed into a JPEG. */
const QUALITIES = [90, 60, 30];

/** Crossings are looked for as closely as the promise does, in pixels. */
const CLOSE = 0.003;
const FLATNESS_PX = 0.02;

/**
 * Flat colours: clip-art taken apart by colour, as plates that share their borders. Pieces and holes are compared with
 * those of each plate's pixels; crossings and gaps are those of the paths by themselves. With `squeezed` each picture is taken as a JPEG as well, and
 * its shapes and nodes are counted over those of the picture as it was.
 */
export async function flat(words: readonly string[]): Promise<void> {
  const rows: { name: string; plated: Plated | undefined; squeezed: (Plated | undefined)[] }[] = [];
  const qualities = words.includes('squeezed') ? QUALITIES : [];
  for (const one of allCases(fetched()).filter(({ set }) => set === 'clip')) {
    const { picture } = await one.made();
    const plated = platedOf(one.name, picture);
    const squeezed: (Plated | undefined)[] = [];
    for (const quality of qualities) squeezed.push(platedOf(one.name, await asJpeg(picture, quality)));
    rows.push({ name: one.name, plated, squeezed });
    if (words.includes('each') && !isKeptAside(one.name))
      console.log(`${one.name}: ${plated ? JSON.stringify(plated) : 'refused'}`);
  }
  console.log('| half | pictures | all plates right | plates right | crossings | worst gap |');
  console.log('|---|---|---|---|---|---|');
  for (const [half, isMine] of HALVES) {
    const mine = rows.filter(({ name }) => isMine(name));
    const told = mine.flatMap(({ plated }) => plated ?? []);
    const sum = (of: (plated: Plated) => number) => told.reduce((total, plated) => total + of(plated), 0);
    const whole = told.filter(({ right, plates }) => right === plates).length;
    const percent = (part: number, all: number) => `${((100 * part) / all).toFixed(0)} %`;
    const cells = [
      half,
      `${mine.length}, ${mine.length - told.length} refused`,
      percent(whole, mine.length),
      percent(
        sum(({ right }) => right),
        sum(({ plates }) => plates),
      ),
      sum(({ crossings }) => crossings),
      `${Math.max(...told.map(({ gap }) => gap))} px²`,
    ];
    console.log(`| ${cells.join(' | ')} |`);
  }
  if (qualities.length === 0) return;
  console.log('\n| half | JPEG | shapes, times clean: median, most | nodes, times clean: median, most |');
  console.log('|---|---|---|---|');
  for (const [half, isMine] of HALVES)
    qualities.forEach((quality, k) => {
      const pairs = rows
        .filter(({ name }) => isMine(name))
        .flatMap(({ plated, squeezed }) => (plated && squeezed[k] ? [[plated, squeezed[k]] as const] : []));
      const times = (of: (plated: Plated) => number) => {
        const all = pairs.map(([clean, jpeg]) => of(jpeg) / Math.max(1, of(clean)));
        return `${median(all).toFixed(2)}, ${Math.max(...all).toFixed(2)}`;
      };
      const cells = [half, quality, times(({ shapes }) => shapes), times(({ nodes }) => nodes)];
      console.log(`| ${cells.join(' | ')} |`);
    });
}

/** A picture squeezed and read again by libvips. */
async function asJpeg({ width, height, data }: ColourPicture, quality: number): Promise<ColourPicture> {
  const raw = { raw: { width, height, channels: 4 } } as const;
  const jpeg = await sharp(Buffer.from(data), raw)
    .flatten({ background: '#fff' })
    .jpeg({ quality })
    .toBuffer();
  return { width, height, data: new Uint8Array(await sharp(jpeg).ensureAlpha().raw().toBuffer()) };
}

function platedOf(name: string, picture: ColourPicture): Plated | undefined {
  const { width, height } = picture;
  const document = newJob({ blob: '', name, kind: 'png', width, height, density: null, notes: [] });
  document.ink.by = 'plates';
  document.line.method = 'plates';
  const decoded = { key: name, picture, reduction: 1 };
  let traced;
  try {
    ({ traced } = startRun({ document, source: decoded }, newMemory(), context).take(pictureResult).artwork);
  } catch {
    return undefined;
  }
  const { taken, plates, settings } = traced.ink;
  if (!taken || !plates || traced.line.refused) return undefined;
  const map = withoutSpecks(mapOfPlates(taken, plates), Math.max(document.line.drop, settings.clean.specks));
  const size = { width: map.width, height: map.height };
  const numbers = [...new Set(map.labels)].filter((label) => label !== NO_PLATE);
  const cover = new Uint8Array(map.labels.length);
  let right = 0;
  let crossings = 0;
  for (const number of numbers) {
    const shapes = traced.line.shapes.filter(({ plate }) => plate === number);
    const filled = filledBy(shapes, size);
    filled.forEach((inside, i) => (cover[i] += inside));
    const pixels = map.labels.map((label) => (label === number ? 1 : 0));
    if (haveSamePieces(filled, pixels, size)) right++;
    crossings += findCrossings(
      shapes.flatMap(({ outer, holes }) => [outer, ...holes]),
      CLOSE,
    ).length;
  }
  const { shapes } = traced.line;
  const nodes = contoursOf(shapes).reduce((total, contour) => total + nodeCount(contour), 0);
  const gap = worstGap(cover, map.labels, size);
  return { right, plates: numbers.length, crossings, gap, shapes: shapes.length, nodes };
}

/** Pieces and holes of this many pixels count, those of fewer do not, and between them they may. */
const COUNTS = 24;
const MAY_COUNT = 10;

/** Whether two masks have the same pieces and holes, those about as small as what is left out aside. */
function haveSamePieces(
  one: Uint8Array,
  other: Uint8Array,
  size: { width: number; height: number },
): boolean {
  const [sure, others] = [one, other].map((mask) => piecesOf(mask, size, COUNTS));
  const [may, othersMay] = [one, other].map((mask) => piecesOf(mask, size, MAY_COUNT));
  return [0, 1].every((k) => sure[k] <= othersMay[k] && others[k] <= may[k]);
}

/** Pixels whose centres lie in shapes. */
function filledBy(
  shapes: readonly Shape[],
  { width, height }: { width: number; height: number },
): Uint8Array {
  const mask = new Uint8Array(width * height);
  for (const contour of shapes.flatMap(({ outer, holes }) => [outer, ...holes]))
    eachInsideRun(width, height, flatten(contour, FLATNESS_PX), (y, from, to) => {
      for (let i = y * width + from; i < y * width + to; i++) mask[i] ^= 1;
    });
  return mask;
}

/** The largest area, among pixels all around which there are plates, that is covered by none or more than one. */
function worstGap(
  cover: Uint8Array,
  labels: Uint8Array,
  { width, height }: { width: number; height: number },
): number {
  const grey = { width, height, data: new Uint8Array(labels.length).fill(255) };
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      let inner = true;
      for (let k = 0; k < 9 && inner; k++)
        inner = labels[i + (Math.floor(k / 3) - 1) * width + (k % 3) - 1] !== NO_PLATE;
      if (inner && cover[i] !== 1) grey.data[i] = 0;
    }
  }
  const { area } = findComponents(findRowChanges(grey, 127.5, context), width, 'ink');
  return area.reduce((most, one) => Math.max(most, one), 0);
}
