import type { Contour, Segment } from '../contour';
import type { Homography } from '../maps/homography';
import { mapContour } from '../maps/transform';

/** A contour as documents keep it, small: `kinds` has a letter a segment (line, cubic, arc), `places` the start and then what each has. */
export interface KeptContour {
  closed: boolean;
  kinds: string;
  /** x, y of the start; of a line x, y; of a cubic its handles and its end; of an arc its bulge and its end. */
  places: number[];
}

/** Numbers that follow each kind's letter. */
const LETTERS: Record<string, { kind: Segment['kind']; count: number }> = {
  l: { kind: 'line', count: 2 },
  c: { kind: 'cubic', count: 6 },
  a: { kind: 'arc', count: 3 },
};
/** Places are kept to this part of a unit, and bulges to this. */
const PLACES = 1e3;
const BULGES = 1e6;

const rounded = (value: number, parts: number) => Math.round(value * parts) / parts;

/** A contour to be kept, taken by a map to the unit that it is kept in, with what more is known of it. */
export function keptContour<More extends object>(
  contour: Contour,
  map: Homography,
  more?: More,
): KeptContour & More {
  const { start, segments, closed } = mapContour(contour, map);
  const places = [start.x, start.y].map((value) => rounded(value, PLACES));
  for (const segment of segments) {
    if (segment.kind === 'arc') places.push(rounded(segment.bulge, BULGES));
    if (segment.kind === 'cubic')
      places.push(...[segment.x1, segment.y1, segment.x2, segment.y2].map((value) => rounded(value, PLACES)));
    places.push(rounded(segment.x, PLACES), rounded(segment.y, PLACES));
  }
  return { closed, kinds: segments.map(({ kind }) => kind[0]).join(''), places, ...(more as More) };
}

/** The contour that is kept, in the unit it is kept in. */
export function contourOf({ closed, kinds, places }: KeptContour): Contour {
  let at = 2;
  const segments = [...kinds].map((letter): Segment => {
    const { kind, count } = LETTERS[letter];
    const values = places.slice(at, (at += count));
    const [x, y] = values.slice(-2);
    if (kind === 'line') return { kind, x, y };
    if (kind === 'arc') return { kind, bulge: values[0], x, y };
    return { kind, x1: values[0], y1: values[1], x2: values[2], y2: values[3], x, y };
  });
  return { start: { x: places[0], y: places[1] }, segments, closed };
}

/** Whether a kept contour has as many numbers as its kinds want, and closes where it says so. */
export function isWhole({ closed, kinds, places }: KeptContour): boolean {
  const count = [...kinds].reduce((sum, letter) => sum + (LETTERS[letter]?.count ?? NaN), 2);
  const end = places.length - 2;
  return count === places.length && (!closed || (places[end] === places[0] && places[end + 1] === places[1]));
}
