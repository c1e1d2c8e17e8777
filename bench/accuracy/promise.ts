import sharp from 'sharp';
import {
  type Contour,
  type GreyPicture,
  automaticTones,
  contoursOf,
  findCrossings,
  findRowChanges,
  followRims,
  histogram,
  makeLine,
  matchShapes,
} from '@drelk/core';
import { random } from '../../packages/core/src/testing/pictures';
import { printed } from '../../packages/core/src/testing/print';
import { texture } from '../../packages/core/src/testing/textures';
import { context } from '../measure';

const SETTINGS = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };
/** How finely curves are followed where crossings are looked for. */
const FLATNESS_PX = 0.004;
/** Nodes of a mirrored picture's paths are the same within this. */
const SAME = 0.02;

interface Traced {
  points: number;
  paths: Contour[];
  match: number;
  off: number;
}

function trace(grey: GreyPicture): Traced {
  const { level } = automaticTones(histogram(grey));
  const contours = followRims({ grey, level, changes: findRowChanges(grey, level) }, context);
  const line = makeLine(contours, SETTINGS, context);
  return {
    points: contours.points.length / 2,
    paths: contoursOf(line.shapes),
    match: matchShapes(line.rims, line.shapes, grey.height).percent,
    off: line.off,
  };
}

/** What Line promises of any picture, by kind of picture: the worst of each. */
export async function promiseRows(): Promise<Record<string, Record<string, string>>> {
  const rows: Record<string, Record<string, string>> = {};
  for (const size of [6, 8, 10, 14])
    rows[`print ${size} px`] = row([
      await printed('lora', size, 320, 160),
      await printed('cabin', size, 320, 160),
      await printed('pacifico', size, 320, 160),
    ]);
  for (const rough of [0.5, 0.65, 0.8])
    rows[`texture ${rough}`] = row([1, 2, 3].map((seed) => texture(500, 360, seed, rough)));
  const drawings: GreyPicture[] = [];
  for (let seed = 0; seed < 100; seed++) drawings.push(await drawing(seed));
  rows['100 drawings'] = row(drawings);
  return rows;
}

function row(pictures: readonly GreyPicture[]): Record<string, string> {
  const traced = pictures.map(trace).filter(({ points }) => points > 0);
  const worst = (of: (one: Traced) => number) => traced.reduce((most, one) => Math.max(most, of(one)), 0);
  const sum = (of: (one: Traced) => number) => traced.reduce((total, one) => total + of(one), 0);
  return {
    pictures: `${traced.length}`,
    'points a node': (sum(({ points }) => points) / sum(({ paths }) => nodesOf(paths).length)).toFixed(1),
    'match, worst': `${(100 - worst(({ match }) => 100 - match)).toFixed(2)} %`,
    'off, worst': worst(({ off }) => off).toFixed(3),
    crossings: `${sum(({ paths }) => findCrossings(paths, FLATNESS_PX).length)}`,
    'open contours': `${sum(({ paths }) => paths.filter(({ closed }) => !closed).length)}`,
    'same when mirrored': share(pictures, mirrored, (x, y, { width }) => [width - x, y]),
    'same when turned': share(pictures, turned, (x, y, { height }) => [y, height - x]),
  };
}

const nodesOf = (paths: readonly Contour[]) => paths.flatMap(({ segments }) => segments);

/** Share of nodes that a changed picture gives as well, brought back; whole circles, whose nodes mean nothing, left out. */
function share(
  pictures: readonly GreyPicture[],
  change: (grey: GreyPicture) => GreyPicture,
  back: (x: number, y: number, grey: GreyPicture) => [number, number],
): string {
  let same = 0;
  let all = 0;
  const curves = (grey: GreyPicture) =>
    nodesOf(trace(grey).paths.filter(({ segments }) => segments.length > 2));
  for (const grey of pictures) {
    const places = new Map<string, [number, number][]>();
    const cell = (x: number, y: number) => `${Math.floor(x)} ${Math.floor(y)}`;
    for (const node of curves(change(grey))) {
      const [x, y] = back(node.x, node.y, grey);
      const own = places.get(cell(x, y)) ?? [];
      own.push([x, y]);
      places.set(cell(x, y), own);
    }
    for (const { x, y } of curves(grey)) {
      all++;
      const near = [-SAME, SAME].flatMap((dx) => [-SAME, SAME].map((dy) => cell(x + dx, y + dy)));
      const candidates = [...new Set(near)].flatMap((key) => places.get(key) ?? []);
      if (candidates.some((place) => Math.hypot(place[0] - x, place[1] - y) < SAME)) same++;
    }
  }
  return all === 0 ? '' : `${((100 * same) / all).toFixed(1)} %`;
}

function mirrored({ width, height, data }: GreyPicture): GreyPicture {
  const result = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) result[i - (i % width) + width - 1 - (i % width)] = data[i];
  return { width, height, data: result };
}

function turned({ width, height, data }: GreyPicture): GreyPicture {
  const result = new Uint8Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) result[x * height + height - 1 - y] = data[y * width + x];
  return { width: height, height: width, data: result };
}

/** A drawing as people have them: shapes over one another, white in black, outlines, hairlines, drilled plates. */
async function drawing(seed: number): Promise<GreyPicture> {
  const next = random(1000 + seed);
  const [width, height] = [300, 240];
  const at = () => `${(width * next()).toFixed(2)} ${(height * next()).toFixed(2)}`;
  const parts: string[] = [];
  const count = 4 + Math.floor(10 * next());
  for (let k = 0; k < count; k++) {
    const ink = next() < 0.65 ? '#000' : '#fff';
    const [x, y] = [width * next(), height * next()];
    const size = 6 + 60 * next() * next();
    const kind = Math.floor(6 * next());
    const paint =
      next() < 0.7 ? `fill="${ink}"` : `fill="none" stroke="${ink}" stroke-width="${1 + 8 * next()}"`;
    if (kind === 0) parts.push(`<circle cx="${x}" cy="${y}" r="${size}" ${paint}/>`);
    else if (kind === 1) {
      const turn = `transform="rotate(${90 * next()} ${x} ${y})"`;
      parts.push(
        `<rect x="${x}" y="${y}" width="${2 * size}" height="${size}" rx="${size * 0.4 * next()}" ${turn} ${paint}/>`,
      );
    } else if (kind === 2) {
      const points = Array.from({ length: 10 }, (_, i) => {
        const reach = i % 2 ? size * (0.3 + 0.4 * next()) : size;
        const angle = (i * Math.PI) / 5 + seed;
        return `${x + reach * Math.cos(angle)},${y + reach * Math.sin(angle)}`;
      });
      parts.push(`<polygon points="${points.join(' ')}" ${paint}/>`);
    } else if (kind === 3)
      parts.push(`<path d="M${at()}C${at()} ${at()} ${at()}Z" ${paint} fill-rule="evenodd"/>`);
    else if (kind === 4)
      parts.push(
        `<path d="M${at()}C${at()} ${at()} ${at()}" fill="none" stroke="${ink}" stroke-width="${0.8 + 6 * next()}"/>`,
      );
    else {
      const holes = Array.from({ length: 4 }, (_, i) => {
        const [dx, dy] = [((i % 2) * 2 - 1) * size * 0.6, (i > 1 ? 1 : -1) * size * 0.35];
        return `<circle cx="${x + dx}" cy="${y + dy}" r="${1.5 + 0.1 * size}" fill="#fff"/>`;
      });
      parts.push(
        `<rect x="${x - size}" y="${y - size * 0.6}" width="${2 * size}" height="${1.2 * size}" fill="#000"/>`,
        ...holes,
      );
    }
  }
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">` +
    `<rect width="${width}" height="${height}" fill="#fff"/>${parts.join('')}</svg>`;
  const data = await sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
  return { width, height, data: new Uint8Array(data) };
}
