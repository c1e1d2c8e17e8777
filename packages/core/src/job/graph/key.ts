/** Two odd numbers that spread bits well (those of MurmurHash3's finalizer, from memory). */
const SPREAD = 0x85ebca6b;
const SPREAD_MORE = 0xc2b2ae35;

/**
 * A short name for a long key: 64 bits of hash in two halves, each multiplied and turned character by character. Keys
 * are made of the keys before them, so that whole ones would grow with every step and every stroke of the hand.
 */
export function shortened(key: string): string {
  let [a, b] = [0x9e3779b9, 0x7f4a7c15];
  for (let i = 0; i < key.length; i++) {
    const code = key.charCodeAt(i);
    a = Math.imul(a ^ code, SPREAD);
    a ^= a >>> 15;
    b = Math.imul(b ^ (code + i), SPREAD_MORE);
    b ^= b >>> 13;
  }
  return `${(a >>> 0).toString(36)}.${(b >>> 0).toString(36)}.${key.length.toString(36)}`;
}
