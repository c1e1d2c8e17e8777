import { DrelkError } from '../error';
import type { Contour } from '../geometry';

/** Goes on only where a file is as this application writes it; throws `bad-drawing` saying what is not. */
export function expectOwn(isOwn: boolean, what: string): asserts isOwn {
  if (isOwn) return;
  throw new DrelkError(
    'bad-drawing',
    `The file is not as it was written: ${what}.`,
    'Please keep the job and report it.',
  );
}

/** Whether all places of a contour are numbers. */
export const isPlaced = ({ start, segments }: Contour): boolean =>
  Number.isFinite(start.x + start.y) &&
  segments.every(
    (segment) =>
      Number.isFinite(segment.x + segment.y) &&
      (segment.kind !== 'cubic' || Number.isFinite(segment.x1 + segment.y1 + segment.x2 + segment.y2)) &&
      (segment.kind !== 'arc' || Number.isFinite(segment.bulge)),
  );

/** The contour as it came, where all its places are numbers; throws where one is none. */
export function withPlaces(contour: Contour): Contour {
  expectOwn(isPlaced(contour), 'a place is no number');
  return contour;
}
