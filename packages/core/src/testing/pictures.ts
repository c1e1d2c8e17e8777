import type { ColourPicture, GreyPicture } from '../raster';

/** A grey picture of a shape, anti-aliased by `samples` x `samples` points a pixel: black inside on white. */
export function drawn(
  width: number,
  height: number,
  inside: (x: number, y: number) => boolean,
  samples = 16,
): GreyPicture {
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let count = 0;
      for (let k = 0; k < samples * samples; k++) {
        if (inside(x + ((k % samples) + 0.5) / samples, y + (Math.floor(k / samples) + 0.5) / samples))
          count++;
      }
      data[y * width + x] = Math.round(255 * (1 - count / samples ** 2));
    }
  }
  return { width, height, data };
}

/** The same as an opaque colour picture. */
export function coloured({ width, height, data }: GreyPicture): ColourPicture {
  const colours = new Uint8Array(4 * data.length);
  data.forEach((tone, i) => colours.set([tone, tone, tone, 255], 4 * i));
  return { width, height, data: colours };
}

/** Small random numbers, the same at every run (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
