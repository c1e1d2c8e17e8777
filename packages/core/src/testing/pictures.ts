import type { ColourPicture, GreyPicture } from '../raster';

/**
 * A grey picture of a shape, anti-aliased by `samples` x `samples` points a pixel: black inside on white. Only
 * pixels whose corners and middle do not agree are looked at so closely; no shape here is thinner than that.
 */
export function drawn(
  width: number,
  height: number,
  inside: (x: number, y: number) => boolean,
  samples = 16,
): GreyPicture {
  const data = new Uint8Array(width * height);
  const corners = new Uint8Array((width + 1) * (height + 1));
  for (let y = 0; y <= height; y++) {
    for (let x = 0; x <= width; x++) corners[y * (width + 1) + x] = inside(x, y) ? 1 : 0;
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * (width + 1) + x;
      const sum = corners[i] + corners[i + 1] + corners[i + width + 1] + corners[i + width + 2];
      const middle = inside(x + 0.5, y + 0.5);
      const even = middle ? sum === 4 : sum === 0;
      data[y * width + x] = even
        ? middle
          ? 0
          : 255
        : Math.round(255 * (1 - coverage(x, y, inside, samples)));
    }
  }
  return { width, height, data };
}

function coverage(x: number, y: number, inside: (x: number, y: number) => boolean, samples: number): number {
  let count = 0;
  for (let k = 0; k < samples * samples; k++) {
    if (inside(x + ((k % samples) + 0.5) / samples, y + (Math.floor(k / samples) + 0.5) / samples)) count++;
  }
  return count / samples ** 2;
}

/** A grey picture as an opaque colour picture. */
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
