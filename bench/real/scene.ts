import sharp, { type Sharp } from 'sharp';
import { type ColourPicture, type Homography, type Point, homographyBetween, inverted } from '@drelk/core';

/** How much of each pixel is ink, 0 to 255. */
export interface Coverage {
  width: number;
  height: number;
  data: Uint8Array;
}

/** What is done to a scene between the thing and the file. Lengths in pixels of the picture. */
export interface Exposure {
  /** Light lost at the corners, and across the picture in some direction, as shares. */
  vignette: number;
  slope: number;
  direction: number;
  /** A shadow's edge: a place it runs through, its direction, the share of light behind it, and how soft it is. */
  shadow?: { x: number; y: number; direction: number; light: number; soft: number };
  glare?: { x: number; y: number; radius: number; strength: number };
  /** Colour of the light. */
  tint: [number, number, number];
  blur: number;
  noise: number;
  /** JPEG quality. */
  quality: number;
}

export type Colour = [red: number, green: number, blue: number];

/** A flat thing in the scene: its own colour, and the ink on it. */
export interface Sign {
  art: Coverage;
  /** Undefined where ink lies on what is behind it. */
  board: Colour | undefined;
  ink: Colour;
  /** Corners of the art's frame in the picture, from the upper left clockwise. */
  corners: Point[];
}

/** A scene as a camera gives it, and where its ink is: 1 for every pixel that is mostly ink. */
export interface Scene {
  picture: ColourPicture;
  ink: Uint8Array;
}

/** Renders a drawing, in a box of its own units, as coverage. */
export async function rendered(svg: string, width: number, height: number): Promise<Coverage> {
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" ${svg}</svg>`;
  const tones = await sharp(Buffer.from(text)).flatten({ background: '#fff' }).greyscale().raw().toBuffer();
  return { width, height, data: Uint8Array.from(tones, (tone) => 255 - tone) };
}

/** Samples a pixel, each way. */
const TAPS = 2;

/** Photographs a sign before a background. */
export async function photographed(
  ground: ColourPicture,
  { art, board, ink, corners }: Sign,
  exposure: Exposure,
  next: () => number,
): Promise<Scene> {
  const { width, height } = ground;
  const back = backFrom(art, corners);
  const light = new Float32Array(3 * width * height);
  const truth = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      let covered = 0;
      let on = 0;
      for (let tap = 0; tap < TAPS * TAPS; tap++) {
        const share = coverageAt(
          art,
          back,
          x + ((tap % TAPS) + 0.5) / TAPS,
          y + (Math.floor(tap / TAPS) + 0.5) / TAPS,
        );
        if (share < 0) continue;
        on++;
        covered += share;
      }
      const inked = covered / (TAPS * TAPS);
      const onBoard = on / (TAPS * TAPS);
      truth[i] = inked > 0.5 ? 1 : 0;
      for (let c = 0; c < 3; c++) {
        const behind = ground.data[4 * i + c];
        const bare = board ? behind + (board[c] - behind) * onBoard : behind;
        light[3 * i + c] = bare + (ink[c] - bare) * inked;
      }
    }
  }
  return { picture: await exposed({ width, height, data: light }, exposure, next), ink: truth };
}

function backFrom({ width, height }: Coverage, corners: Point[]): Homography {
  const frame = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const there = homographyBetween(frame, corners);
  if (!there) throw new Error('The camera sees the sign edge on.');
  return inverted(there);
}

/** Share of ink at a place of the picture; -1 beside the sign. */
function coverageAt({ width, height, data }: Coverage, m: Homography, x: number, y: number): number {
  const w = m[6] * x + m[7] * y + m[8];
  const u = (m[0] * x + m[1] * y + m[2]) / w;
  const v = (m[3] * x + m[4] * y + m[5]) / w;
  if (!(u >= 0 && v >= 0 && u < width && v < height)) return -1;
  const [u0, v0] = [Math.max(0, Math.floor(u - 0.5)), Math.max(0, Math.floor(v - 0.5))];
  const [u1, v1] = [Math.min(width - 1, u0 + 1), Math.min(height - 1, v0 + 1)];
  const [fu, fv] = [Math.min(1, Math.max(0, u - 0.5 - u0)), Math.min(1, Math.max(0, v - 0.5 - v0))];
  const row = (at: number) => data[at * width + u0] * (1 - fu) + data[at * width + u1] * fu;
  return (row(v0) * (1 - fv) + row(v1) * fv) / 255;
}

/** Light, glare, blur, noise and compression, in this order. */
export async function exposed(
  { width, height, data }: { width: number; height: number; data: Float32Array },
  { vignette, slope, direction, shadow, glare, tint, blur, noise, quality }: Exposure,
  next: () => number,
): Promise<ColourPicture> {
  const raw = Buffer.alloc(3 * width * height);
  const half = Math.hypot(width, height) / 2;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [(x - width / 2) / half, (y - height / 2) / half];
      let light = 1 - vignette * (dx * dx + dy * dy);
      light *= 1 - slope * (0.5 + 0.5 * (dx * Math.cos(direction) + dy * Math.sin(direction)));
      if (shadow) {
        const far = (x - shadow.x) * Math.cos(shadow.direction) + (y - shadow.y) * Math.sin(shadow.direction);
        const behind = 1 / (1 + Math.exp(-far / Math.max(0.3, shadow.soft / 4)));
        light *= 1 - (1 - shadow.light) * behind;
      }
      const flash = glare
        ? glare.strength * Math.exp(-((x - glare.x) ** 2 + (y - glare.y) ** 2) / (2 * glare.radius ** 2))
        : 0;
      for (let c = 0; c < 3; c++, i++) raw[i] = byte(data[i] * light * tint[c] + flash);
    }
  }
  let image = sharp(raw, { raw: { width, height, channels: 3 } });
  if (blur >= 0.3) image = image.blur(blur);
  const soft = await image.raw().toBuffer();
  for (let i = 0; i < soft.length; i += 3) {
    // Brightness varies more than colour does, as a camera's own smoothing leaves it.
    const grain = noise * gaussian(next);
    for (let c = 0; c < 3; c++) soft[i + c] = byte(soft[i + c] + grain + 0.4 * noise * gaussian(next));
  }
  const jpeg = await sharp(soft, { raw: { width, height, channels: 3 } })
    .jpeg({ quality })
    .toBuffer();
  return pictureOf(sharp(jpeg));
}

/** An image's pixels as the core takes them. */
export async function pictureOf(image: Sharp): Promise<ColourPicture> {
  const { data, info } = await image.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Uint8Array.from(data) };
}

const byte = (value: number) => Math.max(0, Math.min(255, Math.round(value)));
/** A normal deviate (Box and Muller 1958). */
const gaussian = (next: () => number) =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
