import { type Contour, contourAt, placeContour } from '@drelk/core';
import type { FileView, ShownView } from '../../engine/views';

/** Contours of a vector file at their true size, in the middle of what lies on the bench, in its pixels. */
export function inTheMiddle(
  { paths, page, plates }: FileView,
  { width, height, millimetresPerPixel }: Pick<ShownView, 'width' | 'height' | 'millimetresPerPixel'>,
): { contour: Contour; pen?: number; plate?: string }[] {
  const scale = 1 / millimetresPerPixel;
  const [x, y] = [(width - page.width * scale) / 2, (height - page.height * scale) / 2];
  return Array.from(paths.ids, (_, k) => {
    const pen = paths.pens[k];
    return {
      contour: placeContour(contourAt(paths, k), { scale, x, y }),
      ...(Number.isNaN(pen) ? {} : { pen: pen * scale }),
      ...(plates.length > 1 && paths.plates[k] >= 0 ? { plate: plates[paths.plates[k]].colour } : {}),
    };
  });
}
