import type { Context } from '../../context';
import {
  type GreyPicture,
  type RowChanges,
  distanceTransform,
  findRowChanges,
  maskBelow,
} from '../../raster';

/**
 * Parts ink by its width: what a disc `width` pixels across fits into, with the room that the disc covers there
 * (opening), and the rest. Both are grey pictures with the ink's own rims.
 */
export function thickAreas(
  grey: GreyPicture,
  level: number,
  width: number,
  context: Context,
): { thin: GreyPicture; thick: { grey: GreyPicture; changes: RowChanges } | undefined } {
  const { data, width: columns, height: rows } = grey;
  const ink = maskBelow(grey, level).data;
  const inner = distanceTransform(ink, columns, rows, 0, { context }).distance;
  const seeds = new Uint8Array(inner.length);
  for (let i = 0; i < seeds.length; i++) if (inner[i] - 0.5 > width / 2) seeds[i] = 1;
  if (!seeds.includes(1)) return { thin: grey, thick: undefined };
  const outer = distanceTransform(seeds, columns, rows, 1, { context }).distance;
  // A pixel more than the disc takes in the rim's mixed pixels.
  const reach = width / 2 + 1.5;
  const paper = 255;
  const thick = data.map((tone, i) => (outer[i] <= reach ? tone : paper));
  const thin = data.map((tone, i) => (outer[i] <= reach ? paper : tone));
  const changes = findRowChanges({ ...grey, data: thick }, level, context);
  return { thin: { ...grey, data: thin }, thick: { grey: { ...grey, data: thick }, changes } };
}
