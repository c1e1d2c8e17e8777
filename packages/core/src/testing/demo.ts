import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { readPictureHeader, readPathData } from '../format';
import { type Contour, type Shape, placeContour } from '../geometry';
import { type DecodedPicture, type JobDocument, newJob } from '../job';

/** Where the demo lies; tests and measurements are run from the project's folder. */
export const DEMO = join(process.cwd(), 'demo');

/** A demo picture decoded, with a new job on it. */
export async function demoPicture(file: string): Promise<{ document: JobDocument; decoded: DecodedPicture }> {
  const path = join(DEMO, 'pictures', file);
  const bytes = readFileSync(path);
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const header = readPictureHeader(bytes);
  const source = {
    blob: '',
    name: file,
    kind: 'png',
    width,
    height,
    density: header?.density ?? null,
    notes: [],
  };
  return {
    document: newJob(source),
    decoded: { key: file, picture: { width, height, data: new Uint8Array(data) }, reduction: 1 },
  };
}

/** The exact shapes that the generator drew, in the picture's pixels. */
export function demoTruth(name: string): Shape[] {
  const truth = JSON.parse(readFileSync(join(DEMO, 'truth', `${name}.json`), 'utf8')) as {
    pixelsPerUnit: number;
    shapes: string[][];
  };
  return truth.shapes.map((contours) => {
    const [outer, ...holes] = contours.map((data) =>
      placeContour(contourOf(data), { scale: truth.pixelsPerUnit, x: 0, y: 0 }),
    );
    return { outer, holes };
  });
}

/** The exact contours of a vector file that the generator wrote, y down from its upper edge. */
export function demoContours(name: string): Contour[] {
  const truth = JSON.parse(readFileSync(join(DEMO, 'truth', `${name}.json`), 'utf8')) as {
    contours: string[];
  };
  return truth.contours.map(contourOf);
}

/** The strokes that a picture was drawn with, in drawing units. */
export function demoStrokes(name: string): { data: string; width: number }[] {
  const truth = JSON.parse(readFileSync(join(DEMO, 'truth', `${name}.json`), 'utf8')) as {
    drawing: { strokes: { data: string; width: number }[] };
  };
  return truth.drawing.strokes;
}

function contourOf(data: string): Contour {
  return readPathData(data)[0];
}
