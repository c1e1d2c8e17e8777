import { type Context, checkStopped } from '../../context';
import { areAlike } from './channels';
import { NONE } from './plate';
import type { EvenMap } from './even';

/** Pixels so far away each way have a say, so often. */
const REACH = 4;
const ROUNDS = 3;

/**
 * Where one colour runs softly into another, which plate a pixel is of hangs on its grain alone: it goes with most of the pixels around
 * that have its colour, or nearly. Across rims nobody has a say.
 */
export function voted({ width, height, words, even }: EvenMap, range: number, context: Context): Uint8Array {
  const votes = new Uint16Array(256);
  let from = even;
  for (let round = 0; round < ROUNDS; round++) {
    checkStopped(context);
    const into = from.slice();
    for (let y = REACH; y < height - REACH; y++)
      for (let x = REACH, i = y * width + x; x < width - REACH; x++, i++) {
        const own = from[i];
        if (own === NONE || isSettled(from, i, width, own)) continue;
        votes.fill(0);
        let most = own;
        for (let py = y - REACH; py <= y + REACH; py++)
          for (let k = py * width + x - REACH, end = k + 2 * REACH; k <= end; k++) {
            const plate = from[k];
            if (plate === NONE || !areAlike(words[k], words[i], range)) continue;
            if (++votes[plate] > votes[most]) most = plate;
          }
        into[i] = most;
      }
    from = into;
  }
  return from;
}

/** Whether a pixel's plate is that of all places around that are looked at first. */
function isSettled(even: Uint8Array, at: number, width: number, own: number): boolean {
  for (let row = -REACH; row <= REACH; row += 2)
    for (let k = at + row * width - REACH; k <= at + row * width + REACH; k += 2)
      if (even[k] !== own && even[k] !== NONE) return false;
  return true;
}
