import { DrelkError } from '../../error';
import type { Contour } from '../../geometry';
import { MILLIMETRES, first, nextEntity, readEntity, toMillimetres } from './entities';
import { readTags } from './tags';

/** A contour with the layer it lies on. */
export interface DxfContour {
  layer: string;
  contour: Contour;
}

/** What was read from a DXF file: contours in millimetres, y down with the file's origin at (0, 0). */
export interface DxfDrawing {
  insunits: number;
  contours: DxfContour[];
}

/**
 * Reads lines, arcs, circles, polylines old and new, and splines of degree 3 from ASCII DXF of any release;
 * other things are passed over. Throws `bad-drawing` where the file has no entities section.
 */
export function readDxf(text: string): DxfDrawing {
  const tags = readTags(text);
  const begin = tags.findIndex(
    ([code, value], i) => code === 2 && value === 'ENTITIES' && tags[i - 1]?.[1] === 'SECTION',
  );
  if (begin < 0) {
    throw new DrelkError('bad-drawing', 'This file has no DXF entities.', 'Choose a DXF file saved as text.');
  }
  const unitsAt = tags.findIndex(([code, value]) => code === 9 && value === '$INSUNITS');
  const insunits = unitsAt < 0 ? 0 : Number(tags[unitsAt + 1]?.[1] ?? 0) || 0;
  const scale = MILLIMETRES[insunits] ?? 1;
  const contours: DxfContour[] = [];
  let i = begin + 1;
  while (i < tags.length && tags[i][1] !== 'ENDSEC') {
    const kind = tags[i][1];
    const end = nextEntity(tags, i);
    const values = tags.slice(i + 1, end);
    const contour = readEntity(kind, values);
    if (contour) contours.push({ layer: first(values, 8) ?? '0', contour: toMillimetres(contour, scale) });
    i = end;
  }
  return { insunits, contours };
}
