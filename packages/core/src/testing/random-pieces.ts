import { type Contour, type Point, contoursOf, flatten } from '../geometry';
import { setText, textShapes } from '../text';
import { shippedFont } from './fonts';
import { randomFrom } from './judged-sheets';
import { covered, pathOf, signatureOf } from './signatures';

/** Random pieces of the kinds that a shop cuts, each with something wrong here and there. */
export const PIECE_KINDS = ['stencil', 'scene', 'stickers', 'signature', 'sign'] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

type Random = () => number;
const SIDES = 64;

/** A closed curve about a place, its radius waving. */
function blob({ x, y }: Point, radius: number, wave: number, random: Random): Point[] {
  const [many, turn] = [2 + Math.floor(4 * random()), 2 * Math.PI * random()];
  return Array.from({ length: SIDES }, (_, k) => {
    const angle = (2 * Math.PI * k) / SIDES;
    const far = radius * (1 + wave * Math.sin(many * angle + turn));
    return { x: x + far * Math.cos(angle), y: y + far * Math.sin(angle) };
  });
}

const box = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];

const dataOf = (places: readonly Point[]): string =>
  `M${places.map(({ x, y }) => `${x.toFixed(4)} ${y.toFixed(4)}`).join('L')}Z`;

const chordsOf = (contour: Contour): Point[] => {
  const flat = flatten(contour, 0.01);
  return Array.from({ length: flat.length / 2 }, (_, k) => ({ x: flat[2 * k], y: flat[2 * k + 1] }));
};

/** Windows in a board, some with islands, some close to one another or to the edge, slots that are narrow. */
function stencil(random: Random): string[] {
  const loops = [box(0, 0, 120, 80)];
  for (let k = 0; k < 4; k++) {
    const [at, radius] = [{ x: 18 + 28 * k, y: 22 + 4 * random() }, 8 + 5.6 * random()];
    loops.push(blob(at, radius, 0.12 * random(), random));
    if (random() < 0.5) loops.push(blob(at, radius * (0.3 + 0.25 * random()), 0.1, random));
  }
  for (let k = 0; k < 3; k++) {
    const width = 0.1 + 2.5 * random();
    loops.push(box(12 + 36 * k, 50, width, 18), box(12 + 36 * k + width + 0.4 + 2 * random(), 50, 6, 18));
  }
  return [loops.map(dataOf).join('')];
}

/** A ground with things that stand on it by stems, which are thin at times, and holes. */
function scene(random: Random): string[] {
  const top: Point[] = [];
  for (let k = 0; k < 5; k++) {
    const x = 10 + 24 * k;
    const [stem, head] = [0.4 + 2 * random(), 5 + 5 * random()];
    const foot = 60;
    top.push({ x: x - stem / 2, y: foot }, { x: x - stem / 2, y: foot - 14 });
    const round = blob({ x, y: foot - 14 - 0.8 * head }, head, 0, random);
    // From below, around, back to below; the head's foot is the stem.
    const open = round
      .map((place) => ({ place, angle: Math.atan2(place.x - x, -(place.y - (foot - 14 - 0.8 * head))) }))
      .sort((a, b) => a.angle - b.angle)
      .filter(({ angle }) => Math.abs(angle) < 2.4);
    top.push(...open.map(({ place }) => place));
    top.push({ x: x + stem / 2, y: foot - 14 }, { x: x + stem / 2, y: foot });
  }
  const outline = [{ x: 0, y: 60 }, ...top, { x: 120, y: 60 }, { x: 120, y: 72 }, { x: 0, y: 72 }];
  const holes = Array.from({ length: 3 }, (_, k) =>
    blob({ x: 20 + 36 * k, y: 66 }, 0.4 + 2.5 * random(), 0, random),
  );
  return [[outline, ...holes].map(dataOf).join('')];
}

/** Shapes beside one another, some nearly touching, some drawn twice, crumbs between them. */
function stickers(random: Random): string[] {
  const paths: string[] = [];
  for (let k = 0; k < 6; k++) {
    const at = { x: 18 + 32 * (k % 3) + 6 * random(), y: 18 + 32 * Math.floor(k / 3) + 6 * random() };
    const own = dataOf(blob(at, 8 + 7 * random(), 0.25 * random(), random));
    paths.push(own);
    if (random() < 0.15) paths.push(own);
  }
  for (let k = 0; k < 3; k++)
    paths.push(dataOf(blob({ x: 8 + 40 * k, y: 90 }, 0.2 + 1.5 * random(), 0.1, random)));
  return paths;
}

/** Handwriting with pressure. */
const signature = (seed: number): string[] => [pathOf(covered(signatureOf(seed, 1 + (seed % 5) / 8)))];

/** Letters beside one another on nothing, with a rule beneath and fixing holes. */
function sign(random: Random): string[] {
  const text = Array.from({ length: 5 }, () => 'AEHKMNOPRSTXBDQ'[Math.floor(15 * random())]).join('');
  const faces = ['cabin-bold', 'cabin'] as const;
  const font = shippedFont(faces[Math.floor(2 * random())]);
  const { glyphs } = setText(
    {
      text,
      font: 'cabin-bold',
      upper: false,
      size: { of: 'capitals', length: 6 + 14 * random() },
      letters: 0.02 + 0.1 * random(),
      lines: 1,
      align: 'left',
      along: { kind: 'straight' },
    },
    font,
  );
  const letters = textShapes(font, glyphs).map((shape) =>
    contoursOf([shape])
      .map((contour) => dataOf(chordsOf(contour)))
      .join(''),
  );
  return [...letters, dataOf(box(0, 4, 60 + 20 * random(), 0.5 + 2 * random()))];
}

/** A random piece as an SVG file; so many millimetres are a unit of it. */
export function pieceFile(kind: PieceKind, seed: number, unit = 1): string {
  const random = randomFrom(seed);
  const paths = kind === 'signature' ? signature(seed) : { stencil, scene, stickers, sign }[kind](random);
  const body = paths.map((data) => `<path fill-rule="evenodd" d="${data}"/>`).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${200 * unit}mm" height="${120 * unit}mm" viewBox="-10 -30 200 120">${body}</svg>`;
}
