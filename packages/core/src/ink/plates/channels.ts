import type { Plate } from './plate';

/** Three channels of a colour: red, green and blue, or light and two differences of colour. */
export type Channels = readonly [number, number, number];

/** Red, green and blue of a little-endian RGBA word. */
export const channelsOf = (word: number): Channels => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];

/** Red, green and blue of a plate. */
export function channelsOfPlate({ colour }: Pick<Plate, 'colour'>): Channels {
  const value = Number.parseInt(colour.slice(1), 16);
  return [value >> 16, (value >> 8) & 255, value & 255];
}

/** Light and the two differences of colour, as JPEG has them (ITU-T T.871, section 7), without the offset of 128. */
export const lightAndColour = (r: number, g: number, b: number): Channels => [
  0.299 * r + 0.587 * g + 0.114 * b,
  -0.168736 * r - 0.331264 * g + 0.5 * b,
  0.5 * r - 0.418688 * g - 0.081312 * b,
];

/** Whether colours, as words, differ by no more than so many tones in each channel. */
export const areAlike = (one: number, other: number, most: number): boolean =>
  Math.abs((one & 255) - (other & 255)) <= most &&
  Math.abs(((one >>> 8) & 255) - ((other >>> 8) & 255)) <= most &&
  Math.abs(((one >>> 16) & 255) - ((other >>> 16) & 255)) <= most;
