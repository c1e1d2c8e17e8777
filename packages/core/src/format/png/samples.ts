import { flatten } from '../../geometry';
import type { PaintedArea } from './painted-area';

/** Curves are followed within this share of a pixel. */
const FLATNESS_PX = 0.05;

/** Sides of one area, in samples: x and y of both ends, the upper first; and which of them come into each band of rows. */
interface Sides {
  ends: Float64Array;
  bands: Map<number, number[]>;
}

/** Painted areas as samples, each of which shows the last area that it lies in: rows of numbers, 0 for the ground and k + 1 for area k. */
export class Samples {
  private readonly areas: Sides[];

  private readonly band: number;

  /** `scale` samples to a millimetre, from the upper left at `left` and `top` on; so many rows are asked for at once. */
  constructor(
    areas: readonly PaintedArea[],
    private readonly width: number,
    { scale, left, top, band }: { scale: number; left: number; top: number; band: number },
  ) {
    this.band = band;
    this.areas = areas.map(({ contours }) => {
      const ends: number[] = [];
      const bands = new Map<number, number[]>();
      const add = (x1: number, y1: number, x2: number, y2: number): void => {
        for (let k = Math.floor(y1 / band); k <= Math.floor(y2 / band); k++) {
          const own = bands.get(k);
          if (own) own.push(ends.length);
          else bands.set(k, [ends.length]);
        }
        ends.push(x1, y1, x2, y2);
      };
      for (const contour of contours) {
        const points = flatten(contour, FLATNESS_PX / scale);
        for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
          const [x1, y1] = [(points[j] - left) * scale, (points[j + 1] - top) * scale];
          const [x2, y2] = [(points[i] - left) * scale, (points[i + 1] - top) * scale];
          if (y1 < y2) add(x1, y1, x2, y2);
          else if (y2 < y1) add(x2, y2, x1, y1);
        }
      }
      return { ends: Float64Array.from(ends), bands };
    });
  }

  /** Fills the rows of a band by its first one, `count` of them. */
  fill(rows: Uint16Array, first: number, count: number): void {
    rows.fill(0, 0, count * this.width);
    this.areas.forEach(({ ends, bands }, k) => {
      const sides = bands.get(first / this.band);
      if (!sides) return;
      const crossed = Array.from({ length: count }, (): number[] => []);
      for (const i of sides) {
        const [x1, y1, x2, y2] = [ends[i], ends[i + 1], ends[i + 2], ends[i + 3]];
        // A row is looked at along its middle; a side counts its upper end and not its lower one.
        const from = Math.max(0, Math.ceil(y1 - first - 0.5));
        const to = Math.min(count, Math.ceil(y2 - first - 0.5));
        const slope = (x2 - x1) / (y2 - y1);
        for (let row = from; row < to; row++) crossed[row].push(x1 + slope * (first + row + 0.5 - y1));
      }
      crossed.forEach((places, row) => this.fillSpans(rows, row * this.width, places, k + 1));
    });
  }

  private fillSpans(rows: Uint16Array, at: number, places: number[], area: number): void {
    places.sort((a, b) => a - b);
    for (let k = 0; k + 1 < places.length; k += 2) {
      const from = Math.max(0, Math.ceil(places[k] - 0.5));
      const to = Math.min(this.width, Math.ceil(places[k + 1] - 0.5));
      if (to > from) rows.fill(area, at + from, at + to);
    }
  }
}
