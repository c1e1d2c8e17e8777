import sharp from 'sharp';
import {
  type ColourPicture,
  type Contour,
  contoursOf,
  distancesBetween,
  newJob,
  newMemory,
  pictureResult,
  placeContour,
  startRun,
} from '@drelk/core';
import { pathData } from '../../packages/core/src/format/svg/write';
import { context, now } from '../measure';
import { overlap } from '../real/case';
import { piecesOf } from '../real/judge';
import { type Artwork, SIDE, numbersFor } from './artworks';
import type { Coverage, Treatment } from './treatments';

/** What came of a treated picture with nothing touched, beside what was drawn. */
export interface Verdict {
  iou: number;
  /** The least that it must be. */
  asked: number;
  off: number;
  hasParts: boolean;
  nodes: number;
  milliseconds: number;
}

/** Rasters that are compared have so many pixels to one of the artwork, each way. */
const FINE = 2;
/** What is smaller on that raster is counted on neither side. */
const LEAST = 24;
/** Samples a pixel, each way, that coverage is averaged from. */
const SAMPLES = 4;
/** Usable from this share of the truth on, or from what the raster itself has, less this. */
const IOU = 0.98;
const LESS = 0.005;

/** Coverage of a square picture by contours, filled by a renderer that is not ours. */
async function coverageOf(contours: readonly Contour[], side: number): Promise<Coverage> {
  const large = side * SAMPLES;
  const tones = await filled(contours, large);
  const data = new Float32Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      let sum = 0;
      for (let v = 0; v < SAMPLES; v++)
        for (let u = 0; u < SAMPLES; u++) sum += tones[(y * SAMPLES + v) * large + x * SAMPLES + u];
      data[y * side + x] = 1 - sum / (255 * SAMPLES ** 2);
    }
  return { side, data };
}

/** Tones of contours in a square raster of so many pixels. */
async function filled(contours: readonly Contour[], pixels: number): Promise<Buffer> {
  const path = contours.map((contour) => pathData(contour, 0, 0, 4)).join('');
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${pixels}" height="${pixels}" viewBox="0 0 ${SIDE} ${SIDE}">` +
    `<rect width="${SIDE}" height="${SIDE}" fill="#fff"/><path fill-rule="evenodd" d="${path}"/></svg>`;
  return sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
}

const maskOf = async (contours: readonly Contour[]) =>
  Uint8Array.from(await filled(contours, FINE * SIDE), (tone) => (tone < 128 ? 1 : 0));

/** The picture that an artwork is after a treatment, and what is drawn in it. */
export async function treated(
  { name, contours }: Artwork,
  { name: how, drawn, lays = 0, apply }: Treatment,
): Promise<{ picture: ColourPicture; truth: readonly Contour[] }> {
  const asDrawn = drawn ? drawn(contours) : contours;
  const picture = await apply(
    { coverage: (side = SIDE) => coverageOf(asDrawn, side) },
    numbersFor(`${name} ${how}`),
  );
  const truth = asDrawn.map((contour) => placeContour(contour, { scale: 1, x: lays, y: lays }));
  return { picture, truth };
}

/** Paths of a picture as a new job has them, on the artwork's scale; none where it is refused. */
export function tracedFrom(picture: ColourPicture, regular = true): { found: Contour[]; nodes: number } {
  const { width, height } = picture;
  const document = newJob({
    blob: '',
    name: 'treated.png',
    kind: 'png',
    width,
    height,
    density: null,
    notes: [],
  });
  document.line.regular = regular;
  try {
    const source = { key: 'treated', picture, reduction: 1 };
    const result = startRun({ document, source }, newMemory(), context).take(pictureResult);
    const found = contoursOf(result.artwork.traced.line.shapes).map((contour) =>
      placeContour(contour, { scale: SIDE / width, x: 0, y: 0 }),
    );
    return { found, nodes: result.facts.nodes };
  } catch (error) {
    if (!(error instanceof Error && 'code' in error)) throw error;
    return { found: [], nodes: 0 };
  }
}

/** Runs a treated picture as a new job does, and compares. */
export async function judged(artwork: Artwork, treatment: Treatment): Promise<Verdict> {
  const { picture, truth } = await treated(artwork, treatment);
  const begun = now();
  const { found, nodes } = tracedFrom(picture);
  const milliseconds = now() - begun;
  const size = { width: FINE * SIDE, height: FINE * SIDE };
  const [mine, theirs] = await Promise.all([maskOf(found), maskOf(truth)]);
  const far = (from: readonly Contour[], to: readonly Contour[]) =>
    from.length === 0 || to.length === 0
      ? Infinity
      : distancesBetween(from, to, 0.7, 0.02).reduce((most, one) => Math.max(most, one), 0);
  const low = await coverageOf(truth, SIDE / (treatment.smaller ?? 1));
  return {
    iou: overlap(mine, theirs),
    asked: Math.min(IOU, overlap(enlarged(low), theirs) - LESS),
    off: Math.max(far(found, truth), far(truth, found)),
    hasParts: `${piecesOf(mine, size, LEAST)}` === `${piecesOf(theirs, size, LEAST)}`,
    nodes,
    milliseconds,
  };
}

/** The ink of a two-toned picture of an artwork, pixel for pixel, on the raster that is compared. */
function enlarged({ side, data }: Coverage): Uint8Array {
  const wide = FINE * SIDE;
  const mask = new Uint8Array(wide ** 2);
  for (let i = 0; i < mask.length; i++) {
    const [x, y] = [i % wide, Math.floor(i / wide)];
    const at = (place: number) => Math.floor((place * side) / wide);
    mask[i] = data[at(y) * side + at(x)] >= 0.5 ? 1 : 0;
  }
  return mask;
}
