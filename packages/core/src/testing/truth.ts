import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { quietContext } from '../context';
import { type Homography, composed, inverted, mapPoint, scaledAndMoved } from '../geometry';
import { type JobDocument, newMemory, startRun, pictureResult } from '../job';
import type { GreyPicture } from '../raster';
import { DEMO, demoPicture } from './demo';

/** What the generator drew for a demo picture, and how drawing units became pixels. */
interface Truth {
  drawing: {
    width: number;
    height: number;
    areas: { data: string; colour: string }[];
    strokes: { data: string; width: number; colour?: string }[];
  };
  /** Colours that are ink; everything else drawn is paper. */
  ink: string[];
  pixelsPerUnit?: number;
  unitsToPhoto?: number[];
  corners?: number[];
}

export const readTruth = (name: string): Truth =>
  JSON.parse(readFileSync(join(DEMO, 'truth', `${name}.json`), 'utf8')) as Truth;

/** From a demo picture's pixels to drawing units' inverse: drawing units to pixels. */
export function unitsToPixels(truth: Truth): Homography {
  if (truth.unitsToPhoto) return truth.unitsToPhoto;
  const scale = truth.pixelsPerUnit ?? 1;
  return scaledAndMoved(scale, scale, 0, 0);
}

/** The ink as drawn, black on white, `scale` pixels to a drawing unit. */
export async function renderTruth(truth: Truth, scale: number): Promise<GreyPicture> {
  const { width, height, areas, strokes } = truth.drawing;
  const tone = (colour: string | undefined) => (truth.ink.includes(colour ?? '#000') ? '#000' : '#fff');
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(width * scale)}" height="${Math.round(height * scale)}" ` +
    `viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="#fff"/>` +
    areas
      .map(({ data, colour }) => `<path d="${data}" fill="${tone(colour)}" fill-rule="evenodd"/>`)
      .join('') +
    strokes
      .map(
        ({ data, width: pen, colour }) =>
          `<path d="${data}" fill="none" stroke="${tone(colour)}" stroke-width="${pen}" stroke-linecap="round" stroke-linejoin="round"/>`,
      )
      .join('') +
    '</svg>';
  const { data, info } = await sharp(Buffer.from(svg), { unlimited: true })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data) };
}

/**
 * Intersection over union of the areas inside found contours and of true ink: the contours, taken to drawing units by
 * `toUnits`, are drawn by the renderer that drew the truth, at the same scale. With it the share of the true area
 * that was found.
 */
export async function intersectionOverUnion(
  contours: { points: Float64Array; starts: Uint32Array },
  truth: { grey: GreyPicture; scale: number },
  toUnits: Homography,
): Promise<{ iou: number; area: number }> {
  const toTruth = composed(scaledAndMoved(truth.scale, truth.scale, 0, 0), toUnits);
  const data: string[] = [];
  for (let c = 0; c + 1 < contours.starts.length; c++) {
    const places: string[] = [];
    for (let i = contours.starts[c]; i < contours.starts[c + 1]; i++) {
      const { x, y } = mapPoint(toTruth, { x: contours.points[2 * i], y: contours.points[2 * i + 1] });
      places.push(`${x.toFixed(2)} ${y.toFixed(2)}`);
    }
    data.push(`M${places.join('L')}Z`);
  }
  const { width, height } = truth.grey;
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="${width}" height="${height}" fill="#fff"/>` +
    `<path d="${data.join('')}" fill-rule="evenodd"/></svg>`;
  const drawn = await sharp(Buffer.from(svg), { unlimited: true }).greyscale().raw().toBuffer();
  // By how much of each pixel is covered: counting pixels as ink or not would round thin strokes up or down.
  let both = 0;
  let either = 0;
  let found = 0;
  let meant = 0;
  for (let i = 0; i < drawn.length; i++) {
    const a = 255 - drawn[i];
    const b = 255 - truth.grey.data[i];
    both += Math.min(a, b);
    either += Math.max(a, b);
    found += a;
    meant += b;
  }
  return { iou: both / either, area: found / meant };
}

/** A demo picture's job with its ink beside what the generator drew, rendered by a renderer that is not ours. */
export async function comparedWithTruth(
  file: string,
  change: (document: JobDocument) => JobDocument = (same) => same,
) {
  const { document, decoded } = await demoPicture(file);
  const result = startRun({ document: change(document), source: decoded }, newMemory(), quietContext).take(
    pictureResult,
  );
  const truth = readTruth(file.replace(/\.\w+$/, ''));
  const scale = Math.min(20, 3600 / truth.drawing.width);
  const toUnits = composed(inverted(unitsToPixels(truth)), result.artwork.traced.plan.toSource);
  const rendered = { grey: await renderTruth(truth, scale), scale };
  const { iou } = await intersectionOverUnion(result.artwork.traced.contours, rendered, toUnits);
  return { traced: result.artwork.traced, piece: result.piece, iou, truth };
}
