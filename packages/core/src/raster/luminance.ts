/** sRGB transfer function, encoded 0..1 to linear light 0..1 (IEC 61966-2-1). */
export function decodeSrgb(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** sRGB transfer function, linear light 0..1 to encoded 0..1 (IEC 61966-2-1). */
export function encodeSrgb(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** Steps of linear light in the tables below: fine enough that encoding back never misses a level by more than one. */
const LIGHT = 1 << 14;

/** Linear-light shares of each 8-bit value, weighted after ITU-R BT.709 and scaled so that white sums to LIGHT. */
const weighted = (weight: number) =>
  Int32Array.from({ length: 256 }, (_, value) => Math.round(weight * decodeSrgb(value / 255) * LIGHT * 16));

/** Tables for the inner loops: `toLight` in sixteenths of a LIGHT step, `toGrey` from LIGHT steps to 8 bits. */
export const lightOfRed = weighted(0.2126);
export const lightOfGreen = weighted(0.7152);
export const lightOfBlue = weighted(0.0722);
export const greyOfLight = Uint8Array.from({ length: LIGHT + 2 }, (_, light) =>
  Math.round(255 * encodeSrgb(Math.min(1, light / LIGHT))),
);
