import type { GreyPicture } from '@drelk/core';

/** The ink as a picture: one colour, opaque where ink is. */
export function inkPixels(
  { width, height, data }: GreyPicture,
  level: number,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(width * height);
  // Little-endian RGBA of the interface's ink colour.
  const colour = 0xff20262a;
  for (let i = 0; i < pixels.length; i++) if (data[i] < level) pixels[i] = colour;
  return new Uint8ClampedArray(pixels.buffer);
}

/** A mask as a picture: each value in its own colour (RGBA as little-endian words), 0 clear. */
export function maskPixels(mask: Uint8Array, colours: readonly number[]): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(mask.length);
  for (let i = 0; i < mask.length; i++) if (mask[i]) pixels[i] = colours[mask[i] - 1];
  return new Uint8ClampedArray(pixels.buffer);
}

interface Pixels {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

const imageDataOf = ({ width, height, data }: Pixels) =>
  new ImageData(
    new Uint8ClampedArray(data.buffer as ArrayBuffer, data.byteOffset, data.byteLength),
    width,
    height,
  );

export const bitmapOf = (pixels: Pixels): Promise<ImageBitmap> => createImageBitmap(imageDataOf(pixels));

/** A bitmap of these pixels at once, for a thread that answers nothing else before it goes on. */
export function bitmapAtOnce(pixels: Pixels): ImageBitmap {
  const canvas = new OffscreenCanvas(pixels.width, pixels.height);
  canvas.getContext('2d')?.putImageData(imageDataOf(pixels), 0, 0);
  return canvas.transferToImageBitmap();
}
