import sharp from 'sharp';
import type { Point } from '../geometry';
import type { GreyPicture } from '../raster';
import { type Region, alongLine, areaWithin, inTurn, polygonsOf } from './jsts';
import { randomFrom } from './judged-sheets';

/** A place of a pen's way, in millimetres, with half of what the pen is wide there. */
export interface PenPlace extends Point {
  half: number;
}

/** Handwriting with pressure: strokes with loops and crossings, thin upwards and thick downwards, dots and a line beneath. */
export interface Signature {
  width: number;
  height: number;
  strokes: PenPlace[][];
}

/** How wide pens are at their thinnest and thickest, as shares of their own width. */
const THIN = 0.45;
const THICK = 1.7;
/** Places of a way, in each letter. */
const PLACES = 48;

/** A signature from a seed: `pen` is about how wide its lines are, in millimetres. */
export function signatureOf(seed: number, pen: number): Signature {
  const random = randomFrom(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const letters = 4 + Math.floor(4 * random());
  const [size, advance] = [between(9, 14), between(7, 11)];
  const slant = between(-0.1, 0.5);
  const way: PenPlace[] = [];
  let x = 12;
  for (let letter = 0; letter < letters; letter++) {
    const height = size * (random() < 0.35 ? between(1.3, 1.9) : between(0.5, 0.9));
    const loop = between(0.2, 0.75) * advance;
    for (let k = 0; k < PLACES; k++) {
      const t = k / PLACES;
      const up = (height * (1 - Math.cos(2 * Math.PI * t))) / 2;
      const across = advance * t - loop * Math.sin(2 * Math.PI * t);
      // Going up the pen is light, going down it presses.
      const press = (1 - Math.sin(2 * Math.PI * t)) / 2;
      way.push({ x: x + across + slant * up, y: 34 - up, half: (pen / 2) * (THIN + (THICK - THIN) * press) });
    }
    x += advance;
  }
  const strokes = [way];
  if (random() < 0.6) {
    const [left, bow] = [between(8, 20), between(-3, 3)];
    strokes.push(
      Array.from({ length: 60 }, (_, k) => ({
        x: left + ((x - left + 6) * k) / 59,
        y: 39 + (bow * Math.sin((Math.PI * k) / 59)) / 1.5,
        half: (pen / 2) * (THIN + 0.5 * Math.sin((Math.PI * k) / 59)),
      })),
    );
  }
  return { width: x + 18, height: 50, strokes };
}

const ROUND = 24;

/** What a pen covers that is nowhere narrower than `least`. */
export function covered({ strokes }: Signature, least = 0): Region {
  const halfOf = ({ half }: PenPlace) => Math.max(half, least / 2);
  const pieces = strokes.flatMap((stroke) =>
    stroke.slice(1).map((to, k) => between(stroke[k], halfOf(stroke[k]), to, halfOf(to))),
  );
  return inTurn(pieces);
}

/** Two discs and what lies between their outer tangents: the hull of both. */
function between(from: Point, a: number, to: Point, b: number): Region {
  const along = Math.hypot(to.x - from.x, to.y - from.y);
  if (along <= Math.abs(a - b) + 1e-9) return disc(a > b ? from : to, Math.max(a, b));
  const direction = Math.atan2(to.y - from.y, to.x - from.x);
  const opening = Math.acos((a - b) / along);
  const at = (centre: Point, radius: number, angle: number) => ({
    x: centre.x + radius * Math.cos(angle),
    y: centre.y + radius * Math.sin(angle),
  });
  const arc = (centre: Point, radius: number, start: number, end: number) =>
    Array.from({ length: ROUND + 1 }, (_, k) => at(centre, radius, start + ((end - start) * k) / ROUND));
  return areaWithin([
    ...arc(to, b, direction - opening, direction + opening),
    ...arc(from, a, direction + opening, direction + 2 * Math.PI - opening),
  ]);
}

const disc = (centre: Point, radius: number) =>
  alongLine([centre, { x: centre.x + 1e-6, y: centre.y }], 2 * radius);

/** Area of what is covered as an SVG path, in millimetres. */
export const pathOf = (region: Region): string =>
  polygonsOf(region)
    .flatMap((polygon) => [
      polygon.getExteriorRing(),
      ...Array.from({ length: polygon.getNumInteriorRing() }, (_, k) => polygon.getInteriorRingN(k)),
    ])
    .map(
      (ring) =>
        `M${ring
          .getCoordinates()
          .map(({ x, y }) => `${x.toFixed(5)} ${y.toFixed(5)}`)
          .join('L')}Z`,
    )
    .join('');

/** What is covered as a scan of it shows it: dark on white, so many pixels to a millimetre. */
export async function scanned(
  { width, height }: Signature,
  region: Region,
  pixels: number,
): Promise<GreyPicture> {
  const [across, down] = [Math.round(width * pixels), Math.round(height * pixels)];
  const size = `width="${across}" height="${down}" viewBox="0 0 ${across / pixels} ${down / pixels}"`;
  const paper = '<rect width="100%" height="100%" fill="#fff"/>';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${paper}<path fill-rule="evenodd" d="${pathOf(region)}"/></svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data) };
}
