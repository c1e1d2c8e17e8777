import sharp from 'sharp';
import type { ColourPicture, Point } from '@drelk/core';
import { type Next, between, chance, pick } from './case';
import type { Colour, Exposure } from './scene';

/** What an ordinary camera in an ordinary hand does. */
export function ordinary(next: Next, { width, height }: { width: number; height: number }): Exposure {
  const size = Math.min(width, height);
  const warm = between(next, -0.08, 0.1);
  return {
    vignette: between(next, 0, 0.45),
    slope: between(next, 0, 0.45),
    direction: between(next, 0, 2 * Math.PI),
    shadow: chance(next, 0.3)
      ? {
          x: width * between(next, 0.2, 0.8),
          y: height * between(next, 0.2, 0.8),
          direction: between(next, 0, 2 * Math.PI),
          light: between(next, 0.5, 0.8),
          soft: size * pick(next, [0.01, 0.05, 0.2]),
        }
      : undefined,
    glare: chance(next, 0.2)
      ? {
          x: width * next(),
          y: height * next(),
          radius: size * between(next, 0.06, 0.2),
          strength: between(next, 20, 80),
        }
      : undefined,
    tint: [1 + warm, 1, 1 - warm],
    blur: between(next, 0.4, 1.4),
    noise: between(next, 0.8, 5),
    quality: Math.round(between(next, 45, 93)),
  };
}

export const even = ({ width, height }: { width: number; height: number }, colour: Colour): ColourPicture => {
  const data = new Uint8Array(4 * width * height).fill(255);
  for (let i = 0; i < width * height; i++) data.set(colour, 4 * i);
  return { width, height, data };
};

export const grey = (tone: number, next: Next, off = 14): Colour => [
  tone + between(next, -off, off),
  tone + between(next, -off, off),
  tone + between(next, -off, off),
];

/** A wall with the unevenness of plaster: two scales of soft noise. */
export async function wall(
  next: Next,
  size: { width: number; height: number },
  colour: Colour,
): Promise<ColourPicture> {
  const ground = even(size, colour);
  for (const [cells, depth] of [
    [9, between(next, 0, 6)],
    [90, between(next, 0, 5)],
  ]) {
    const raw = Buffer.from(Array.from({ length: cells * cells }, () => Math.floor(256 * next())));
    const tones = await sharp(raw, { raw: { width: cells, height: cells, channels: 1 } })
      .resize(size.width, size.height, { fit: 'fill', kernel: 'cubic' })
      .greyscale()
      .raw()
      .toBuffer();
    for (let i = 0; i < size.width * size.height; i++)
      for (let c = 0; c < 3; c++) {
        const at = 4 * i + c;
        ground.data[at] = Math.max(0, Math.min(255, ground.data[at] + ((tones[i] - 128) / 128) * depth));
      }
  }
  return ground;
}

/** Two tones far enough apart, and which of them is ink. */
export function twoTones(next: Next): { paper: Colour; ink: Colour; lightOnDark: boolean } {
  const lightOnDark = chance(next, 0.4);
  const light = grey(between(next, 170, 240), next);
  const dark = grey(between(next, 25, 85), next);
  return lightOnDark ? { paper: dark, ink: light, lightOnDark } : { paper: light, ink: dark, lightOnDark };
}

/** A box of a size turned and leant a little, somewhere about the middle. */
export function laid(
  next: Next,
  size: { width: number; height: number },
  wide: number,
  high: number,
  turn: number,
  lean: number,
): Point[] {
  const spare = (room: number, taken: number) => Math.max(0, (room - taken) / 2) * between(next, -0.6, 0.6);
  const [cx, cy] = [size.width / 2 + spare(size.width, wide), size.height / 2 + spare(size.height, high)];
  const leans = [next, next].map(() => between(next, -lean, lean));
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([u, v]) => {
    const depth = 1 + leans[0] * u + leans[1] * v;
    const [x, y] = [(u * wide) / 2 / depth, (v * high) / 2 / depth];
    return {
      x: cx + x * Math.cos(turn) - y * Math.sin(turn),
      y: cy + x * Math.sin(turn) + y * Math.cos(turn),
    };
  });
}
