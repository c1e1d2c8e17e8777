import type { Plates } from './plates';

/** Colours that border ink over no more than this share of all their borders lie by themselves on the paper. */
const ON_PAPER = 0.1;
/** Borders shorter than this share of the picture's longer side are fringes. */
const LEAST = 0.1;

/** How long plates border one another, in sides of pixels; `groups` says which of those that are used each plate is of. */
export function borderLengths(
  { first, width, height }: Pick<Plates, 'first' | 'width' | 'height'>,
  groups: Uint8Array,
  count: number,
): Float64Array {
  const lengths = new Float64Array(count * count);
  const add = (a: number, b: number) => {
    if (a === b) return;
    const [one, other] = [groups[a], groups[b]];
    if (one === other) return;
    lengths[one * count + other]++;
    lengths[other * count + one]++;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (x + 1 < width) add(first[i], first[i + 1]);
      if (y + 1 < height) add(first[i], first[i + width]);
    }
  return lengths;
}

/**
 * Which plates are ink beside those that are darker (or lighter) than the paper: what lies by itself on the paper would be gone with
 * all of its borders, and takes none away as ink. 1 for ink; the one with the longest borders first.
 */
export function withSeparate(
  lengths: Float64Array,
  isInk: Uint8Array,
  paper: number,
  { width, height }: { width: number; height: number },
): Uint8Array {
  const count = isInk.length;
  const result = isInk.slice();
  const all = (k: number) => lengths.subarray(k * count, (k + 1) * count).reduce((sum, one) => sum + one, 0);
  const order = Array.from(isInk.keys())
    .filter((k) => k !== paper && isInk[k] === 0 && all(k) >= LEAST * Math.max(width, height))
    .sort((a, b) => all(b) - all(a));
  for (const k of order) {
    let beside = 0;
    for (let n = 0; n < count; n++) if (result[n] === 1) beside += lengths[k * count + n];
    if (beside <= ON_PAPER * all(k)) result[k] = 1;
  }
  return result;
}
