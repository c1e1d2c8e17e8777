import { type Affine, type Contour, affineAfter, affineContour } from '../../geometry';
import type { Reading } from '../reading';
import type { Element } from './elements';
import { SHAPES, type Viewport, shapeContours } from './shapes';
import { readTransforms } from './transform-list';

/** The areas a `clipPath` of simple form leaves, in millimetres; undefined where it is of another. */
export function clipAreas(
  clip: Element,
  map: Affine,
  viewport: Viewport,
  reading: Reading,
): Contour[] | undefined {
  if (clip.attributes['clipPathUnits'] === 'objectBoundingBox') return undefined;
  const outer = readTransforms(clip.attributes['transform']);
  const areas: Contour[] = [];
  for (const child of clip.children) {
    const inner = readTransforms(child.attributes['transform']);
    if (!SHAPES.includes(child.tag) || !outer || !inner) return undefined;
    const whole = affineAfter(map, affineAfter(outer, inner));
    for (const contour of shapeContours(child, viewport, reading, () => undefined))
      if (contour.closed) areas.push(affineContour(contour, whole));
  }
  return areas;
}
