import { boxHeight, boxWidth } from '../../geometry';
import type { Drawing } from '../drawing';
import type { PaintedArea } from './painted-area';
import { Samples } from './samples';

const INCH = 25.4;
/** Each pixel is the mean of so many places across and down; so many rows of pixels at once. */
const FINE = 4;
const BAND = 16;

type Framed = Pick<Drawing, 'frame'>;

/** A drawing's frame in pixels. */
export function pictureSize({ frame }: Framed, dpi: number): { width: number; height: number } {
  const pixels = (length: number) => Math.max(1, Math.ceil((length * dpi) / INCH - 1e-6));
  return { width: pixels(boxWidth(frame)), height: pixels(boxHeight(frame)) };
}

/** Rows of one bit a pixel, 0 for black, each behind its filter's number (PNG specification, 9.2): none. */
export function* bitRows(drawing: Framed, areas: readonly PaintedArea[], dpi: number): Generator<Uint8Array> {
  const { width, height } = pictureSize(drawing, dpi);
  const samples = new Samples(areas, width, { ...drawing.frame, scale: dpi / INCH, band: BAND });
  const inks = [false, ...areas.map(({ colour }) => colour !== null)];
  const shown = new Uint16Array(width * BAND);
  const stride = 1 + Math.ceil(width / 8);
  for (let first = 0; first < height; first += BAND) {
    const count = Math.min(BAND, height - first);
    samples.fill(shown, first, count);
    const band = new Uint8Array(stride * count);
    for (let row = 0; row < count; row++)
      for (let column = 0; column < width; column++)
        if (!inks[shown[row * width + column]])
          band[row * stride + 1 + (column >> 3)] |= 0x80 >> (column & 7);
    yield band;
  }
}

/** Rows of red, green, blue, and how much is covered where that is asked for; on white otherwise. */
export function* colourRows(
  drawing: Framed,
  areas: readonly PaintedArea[],
  dpi: number,
  isTransparent: boolean,
): Generator<Uint8Array> {
  const { width, height } = pictureSize(drawing, dpi);
  const across = width * FINE;
  const scale = (FINE * dpi) / INCH;
  const samples = new Samples(areas, across, { ...drawing.frame, scale, band: BAND * FINE });
  const shown = new Uint16Array(across * BAND * FINE);
  const pairs = new Uint32Array(shown.buffer);
  const inks = [null, ...areas.map(({ colour }) => colour)].map((colour) => inkOf(colour, isTransparent));
  const channels = isTransparent ? 4 : 3;
  const stride = 1 + channels * width;
  for (let top = 0; top < height; top += BAND) {
    const count = Math.min(BAND, height - top);
    samples.fill(shown, top * FINE, count * FINE);
    const band = new Uint8Array(stride * count);
    for (let row = 0; row < count; row++)
      for (let column = 0; column < width; column++) {
        const first = row * FINE * across + column * FINE;
        // Most pixels show one area alone.
        const ink = isOne(pairs, first / 2, across / 2)
          ? inks[shown[first]]
          : meanOf(inks, shown, first, across);
        const at = row * stride + 1 + channels * column;
        for (let k = 0; k < channels; k++) band[at + k] = ink[k];
      }
    yield band;
  }
}

/** Red, green, blue, and how much is covered, 0 to 255 each. */
type Ink = readonly [red: number, green: number, blue: number, cover: number];

/** A colour, or the ground: white, or nothing at all. */
function inkOf(colour: string | null, isTransparent: boolean): Ink {
  if (!colour) return isTransparent ? [0, 0, 0, 0] : [255, 255, 255, 255];
  const [red, green, blue] = [1, 3, 5].map((k) => parseInt(colour.slice(k, k + 2), 16));
  return [red, green, blue, 255];
}

/** The mean of what a pixel's samples show; of its colours, that of those which cover. */
function meanOf(inks: readonly Ink[], shown: Uint16Array, first: number, across: number): Ink {
  let [red, green, blue, cover] = [0, 0, 0, 0];
  for (let y = 0; y < FINE; y++)
    for (let x = 0; x < FINE; x++) {
      const ink = inks[shown[first + y * across + x]];
      red += ink[0] * ink[3];
      green += ink[1] * ink[3];
      blue += ink[2] * ink[3];
      cover += ink[3];
    }
  const whole = cover || 1;
  return [
    Math.round(red / whole),
    Math.round(green / whole),
    Math.round(blue / whole),
    Math.round(cover / (FINE * FINE)),
  ];
}

/** Whether all samples of a pixel show the same area: they lie in rows of four, two of which are read at once. */
function isOne(pairs: Uint32Array, first: number, across: number): boolean {
  const pair = pairs[first];
  if (pair >>> 16 !== (pair & 0xffff)) return false;
  for (let y = 0, at = first; y < FINE; y++, at += across)
    if (pairs[at] !== pair || pairs[at + 1] !== pair) return false;
  return true;
}
