import {
  type Contour,
  type PathSet,
  type Point,
  boxOf,
  closedContour,
  contourAt,
  contourLength,
  endOf,
  norm,
  originAt,
  placeContour,
} from '../../geometry';

/** Contours lie where a finding is when the middles of their boxes are this near to it, as a share of the least. */
const HERE = 0.1;
/** Contours whose boxes and areas differ by no more than this share of their size are doubles. */
const SAME = 1e-4;
/** What is enlarged to the least is so much larger, so that it passes when it is measured. */
const MORE = 1.01;

/** Numbers of the contours that are about as large as a finding says, each where one of its places is. */
export function contoursHere(
  paths: PathSet,
  at: readonly Point[],
  sizes: readonly number[],
  least: number,
): number[] {
  return Array.from(paths.ids.keys()).filter((k) => {
    const { left, top, right, bottom } = originAt(paths, k).box;
    const size = Math.max(right - left, bottom - top);
    return at.some(
      ({ x, y }, n) =>
        norm((left + right) / 2 - x, (top + bottom) / 2 - y) <= HERE * least &&
        (sizes[n] === undefined || size <= Math.max(least, sizes[n]) * (1 + HERE)),
    );
  });
}

/**
 * Numbers of the contours that are as thin as a finding says, each where one of its places is: a sliver's mean width is its area by half its
 * rim. What lies around the same middle and is no sliver is none.
 */
export function sliversHere(
  paths: PathSet,
  at: readonly Point[],
  widths: readonly number[],
  least: number,
): number[] {
  return Array.from(paths.ids.keys()).filter((k) => {
    const { box, area } = originAt(paths, k);
    const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
    const width = (2 * Math.abs(area)) / contourLength(contourAt(paths, k));
    return at.some(
      ({ x, y }, n) =>
        norm(middle.x - x, middle.y - y) <= HERE * least && Math.abs(width - widths[n]) <= HERE * least,
    );
  });
}

/** Numbers of the contours of all shapes that reach as near as so to one of some places. */
export function shapesAround(paths: PathSet, at: readonly Point[], within: number): number[] {
  const near = new Set<number>();
  for (const k of paths.ids.keys()) {
    const { left, top, right, bottom } = originAt(paths, k).box;
    if (
      at.some(
        ({ x, y }) => x >= left - within && x <= right + within && y >= top - within && y <= bottom + within,
      )
    )
      near.add(paths.shapes[k]);
  }
  return Array.from(paths.ids.keys()).filter((k) => near.has(paths.shapes[k]));
}

/** Numbers of contours of which there is one like them, as large and in the same place, before them. */
export function doublesIn(paths: PathSet): number[] {
  const seen: { box: number[]; area: number; size: number }[] = [];
  return Array.from(paths.ids.keys()).filter((k) => {
    const { box, area } = originAt(paths, k);
    const sides = [box.left, box.top, box.right, box.bottom];
    const size = Math.max(box.right - box.left, box.bottom - box.top);
    const isDouble = seen.some(
      (one) =>
        sides.every((side, n) => Math.abs(side - one.box[n]) <= SAME * size) &&
        Math.abs(Math.abs(area) - Math.abs(one.area)) <= SAME * size * size,
    );
    if (!isDouble) seen.push({ box: sides, area, size });
    return isDouble;
  });
}

/** A contour as large about its middle as the least asks. */
export function enlargedTo(contour: Contour, least: number): Contour {
  const box = boxOf([contour]);
  if (!box) return contour;
  const scale = (MORE * least) / Math.max(box.right - box.left, box.bottom - box.top);
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  return placeContour(contour, { scale, x: x * (1 - scale), y: y * (1 - scale) });
}

/** Numbers of open contours whose ends are so near to each other, and what they are once these are one. */
export function closable(paths: PathSet, within: number): { number: number; contour: Contour }[] {
  return Array.from(paths.ids.keys()).flatMap((number) => {
    const contour = contourAt(paths, number);
    const end = endOf(contour);
    const gap = norm(end.x - contour.start.x, end.y - contour.start.y);
    return contour.closed || gap > within ? [] : [{ number, contour: closedContour(contour, within) }];
  });
}
