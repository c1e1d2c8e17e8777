import { type Contour, type Segment, flatten } from '../geometry';

/** A contour as a chain of chords about so long, each of its places moved off it by what `off` gives. */
export function fitContour(contour: Contour, chord: number, off: () => number): Contour {
  const line = flatten(contour, 0.001);
  const places: { x: number; y: number }[] = [];
  const count = line.length / 2;
  let left = 0;
  for (let i = 0; i < count; i++) {
    const j = (i + 1) % count;
    const [dx, dy] = [line[2 * j] - line[2 * i], line[2 * j + 1] - line[2 * i + 1]];
    const length = Math.hypot(dx, dy);
    if (length === 0) continue;
    for (; left < length; left += chord) {
      const by = off();
      places.push({
        x: line[2 * i] + (dx * left - dy * by) / length,
        y: line[2 * i + 1] + (dy * left + dx * by) / length,
      });
    }
    left -= length;
  }
  const segments = [...places.slice(1), places[0]].map((place): Segment => ({ kind: 'line', ...place }));
  return { start: places[0], segments, closed: true };
}
