import { type Components, type Mask, findComponents, findRowChanges } from '../../raster';
import { IN, OUT } from './known';

/** Parts smaller than this share of the largest one are no parts of the thing; holes smaller than this share of it none. */
const LEAST_PART = 0.03;
const LEAST_HOLE = 0.0005;

/** The thing without the scattered bits that are coloured like it, and without holes too small to be meant; what the hand marked stays as it said. */
export function wholeThing(mask: Mask, known: Uint8Array): Mask {
  const { width, height } = mask;
  const data = mask.data.slice();
  const changes = findRowChanges({ width, height, data: data.map((inside) => (inside ? 0 : 255)) }, 128);
  const parts = findComponents(changes, width, 'ink');
  const largest = parts.area.reduce((most, area) => Math.max(most, area), 0);
  const turn = (found: Components, least: number, held: number, to: number) => {
    const stays = Array.from(found.area, (area) => area >= least);
    const runs = (visit: (from: number, end: number, of: number) => void) =>
      found.component.forEach((of, run) => {
        const row = found.row[run] * width;
        visit(row + found.left[run], row + found.right[run], of);
      });
    runs((from, end, of) => {
      stays[of] ||= known.subarray(from, end).includes(held);
    });
    runs((from, end, of) => {
      if (!stays[of]) data.fill(to, from, end);
    });
  };
  turn(parts, LEAST_PART * largest, IN, 0);
  turn(findComponents(changes, width, 'paper'), LEAST_HOLE * largest, OUT, 1);
  return { width, height, data };
}
