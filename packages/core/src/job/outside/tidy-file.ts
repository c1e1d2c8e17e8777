import { type Context } from '../../context';
import { DrelkError } from '../../error';
import {
  type FormatId,
  type LayeredShape,
  type VectorDrawing,
  contoursDrawn,
  readDxf,
  readSvg,
  writeDxfLayers,
  writeSvgLayers,
} from '../../format';
import {
  type Affine,
  type Box,
  type Contour,
  affinePoint,
  affineScale,
  boxOf,
  contoursOf,
} from '../../geometry';
import { type TidyResult, type TidySettings, tidyDrawing } from '../../line';

/** Tidies what was read. Throws `empty-drawing` where nothing is left that could be cut. */
export function tidied(
  drawing: VectorDrawing,
  name: string,
  settings: TidySettings,
  context: Context,
): TidyResult {
  const result = tidyDrawing(drawing, settings, context);
  checkNotEmpty(result.shapes.length, name, result.left);
  return result;
}

/** Throws `empty-drawing` for a file of which no shape is there to cut; what was left out is named. */
export function checkNotEmpty(shapes: number, name: string, counts: Record<string, number>): void {
  if (shapes > 0) return;
  const left = Object.entries(counts).map(([what, count]) => `${what} (${count})`);
  throw new DrelkError(
    'empty-drawing',
    `“${name}” has nothing to cut${left.length > 0 ? `: just ${left.join(', ')}` : ''}.`,
    'Turn writing and pictures into paths first, or choose another file.',
  );
}

/** Boxes of contours in a written file are off by no more than this, in millimetres: what cutting curves into chords may take. */
const NEAR = 0.012;

/** A tidied file in one of the formats, in the coordinates it came in; read again and compared before it is given out. */
export function writeTidied(
  shapes: readonly LayeredShape[],
  source: VectorDrawing,
  format: FormatId,
  release: 'r12' | '2000',
): string {
  const { text, toFile } =
    format === 'svg' ? writeSvgLayers(shapes, source) : writeDxfLayers(shapes, source, release);
  const back = format === 'svg' ? readSvg(text) : readDxf(text);
  const boxesOf = (contours: readonly Contour[], map: Affine) =>
    contours.map((contour) => cornersOf(boxOf([contour]), map));
  const found = boxesOf(contoursDrawn(back), back.toFile);
  const meant = boxesOf(contoursOf(shapes.map(({ shape }) => shape)), toFile);
  const near = NEAR * affineScale(toFile);
  if (found.length === meant.length && found.every((box, k) => areNear(box, meant[k], near))) return text;
  throw new DrelkError(
    'hand-off-differs',
    'The file that was written does not hold what it should.',
    'Nothing was written. Please keep the file it was made from and report it.',
  );
}

/** Two corners of a box in a file's coordinates: these are turned by nothing, at most the other way up. */
function cornersOf(box: Box | undefined, map: Affine): number[] {
  if (!box) return [];
  const [one, other] = [
    affinePoint(map, { x: box.left, y: box.top }),
    affinePoint(map, { x: box.right, y: box.bottom }),
  ];
  return [one.x, one.y, other.x, other.y];
}

const areNear = (a: readonly number[], b: readonly number[], near: number): boolean =>
  a.length === b.length && a.every((value, k) => Math.abs(value - b[k]) <= near);
