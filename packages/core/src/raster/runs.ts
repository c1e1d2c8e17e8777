import { type Context, checkStopped, quietContext } from '../context';
import type { GreyPicture } from './picture';

/**
 * Where a grey picture changes between ink (tone below `level`) and paper along its rows: row y's
 * changes are `at[starts[y]] .. at[starts[y + 1] - 1]`, each the x of the first pixel after the change.
 * Every row begins as paper, so that even entries go to ink and odd ones back to paper; ink at the
 * right rim ends at x = width.
 */
export interface RowChanges {
  starts: Uint32Array;
  at: Uint32Array;
}

/** Every byte of a word at once. */
const EACH = 0x01010101;
const TOP_BITS = 0x80808080 | 0;

/** Finds the changes of all rows. Four pixels are compared at a time; uniform areas cost a word each. */
export function findRowChanges(
  grey: GreyPicture,
  level: number,
  context: Context = quietContext,
): RowChanges {
  const { width, height, data } = grey;
  const paperFrom = Math.min(256, Math.max(0, Math.ceil(level)));
  const starts = new Uint32Array(height + 1);
  let at = new Uint32Array(1024);
  let count = 0;
  const aligned = (data.byteOffset & 3) === 0;
  const words = aligned ? new Int32Array(data.buffer, data.byteOffset, data.length >> 2) : new Int32Array(0);
  const low = paperFrom <= 128;
  // Adding this to the lower seven bits of a byte carries into the top bit from `paperFrom` on.
  const addend = Math.imul(low ? 128 - paperFrom : 256 - paperFrom, EACH);
  const uniform = paperFrom > 0 && paperFrom < 256 && aligned;
  for (let y = 0; y < height; y++) {
    if ((y & 255) === 0) checkStopped(context);
    const row = y * width;
    const end = row + width;
    if (count + width + 2 > at.length) at = grown(at, count + width + 2);
    let ink = false;
    let i = row;
    while (i < end) {
      if (uniform && (i & 3) === 0 && i + 4 <= end) {
        const word = words[i >> 2];
        const sum = ((word & 0x7f7f7f7f) + addend) | 0;
        const paper = (low ? sum | word : sum & word) & TOP_BITS;
        if (paper === (ink ? 0 : TOP_BITS)) {
          i += 4;
          continue;
        }
      }
      const stop = Math.min(end, (i & ~3) + 4);
      for (; i < stop; i++) {
        if (data[i] < paperFrom !== ink) {
          ink = !ink;
          at[count++] = i - row;
        }
      }
    }
    if (ink) at[count++] = width;
    starts[y + 1] = count;
  }
  return { starts, at: at.slice(0, count) };
}

function grown(array: Uint32Array, wanted: number): Uint32Array<ArrayBuffer> {
  const larger = new Uint32Array(Math.max(wanted, array.length * 2));
  larger.set(array);
  return larger;
}
