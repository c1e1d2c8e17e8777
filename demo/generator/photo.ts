import { type Homography, type Point, homographyBetween, inverted, mapPoint } from '@drelk/core';
import type { FloatPicture } from './render';

/** Random numbers that are the same at every run (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** How a camera looks at a sheet: lengths in the sheet's own units, angles in degrees. */
export interface CameraPose {
  /** Focal length in pixels of the photo; about its longer side for a phone's ordinary lens. */
  focal: number;
  /** From the camera to the middle of the sheet. */
  distance: number;
  /** The sheet leaning back, turned to the side, and turned in its own plane. */
  tilt: number;
  pan: number;
  roll: number;
  /** Where the middle of the sheet appears, off the middle of the photo, in pixels. */
  shift?: [number, number];
}

/** Where a pinhole camera sees the corners of a width x height sheet, from the upper left clockwise. */
export function cornersSeen(
  sheet: { width: number; height: number },
  photo: { width: number; height: number },
  pose: CameraPose,
): Point[] {
  const [tilt, pan, roll] = [pose.tilt, pose.pan, pose.roll].map((degrees) => (degrees * Math.PI) / 180);
  const [dx, dy] = pose.shift ?? [0, 0];
  return cornersOf(sheet).map(({ x, y }) => {
    const u = x - sheet.width / 2;
    const v = y - sheet.height / 2;
    const rolledX = u * Math.cos(roll) - v * Math.sin(roll);
    const rolledY = u * Math.sin(roll) + v * Math.cos(roll);
    const leanedY = rolledY * Math.cos(tilt);
    const leanedZ = -rolledY * Math.sin(tilt);
    const pannedX = rolledX * Math.cos(pan) + leanedZ * Math.sin(pan);
    const pannedZ = leanedZ * Math.cos(pan) - rolledX * Math.sin(pan);
    // The sheet's middle is shifted in space, so that the picture of it stays one that a camera takes.
    const depth = pose.distance + pannedZ;
    const atX = pannedX + (dx * pose.distance) / pose.focal;
    const atY = leanedY + (dy * pose.distance) / pose.focal;
    return {
      x: photo.width / 2 + (pose.focal * atX) / depth,
      y: photo.height / 2 + (pose.focal * atY) / depth,
    };
  });
}

const cornersOf = ({ width, height }: { width: number; height: number }): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/** The homography that takes the corners of a width x height sheet to where they are seen. */
export function sheetTo(width: number, height: number, seen: Point[]): Homography {
  const found = homographyBetween(cornersOf({ width, height }), seen);
  if (!found) throw new Error('The camera sees the sheet edge on.');
  return found;
}

/** What happens to a flat drawing on its way through a camera. */
export interface PhotoModel {
  width: number;
  height: number;
  /** Colour around the sheet. */
  ground: [number, number, number];
  /** Light falling off from one place: share lost at the farthest corner. */
  falloff: { x: number; y: number; lost: number };
  /** A burnt spot: place, radius and strength in tones. */
  glare?: { x: number; y: number; radius: number; strength: number };
  /** Standard deviations: blur in pixels, noise in tones. */
  blur: number;
  noise: number;
  seed: number;
}

/** Photographs a rendered sheet: `toPhoto` takes its pixels to the photo's. */
export function photograph(sheet: FloatPicture, toPhoto: Homography, model: PhotoModel): FloatPicture {
  const { width, height } = model;
  const data = new Float32Array(width * height * 3);
  const back = inverted(toPhoto);
  const taps = 3;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0];
      for (let k = 0; k < taps * taps; k++) {
        const at = { x: x + ((k % taps) + 0.5) / taps, y: y + (Math.floor(k / taps) + 0.5) / taps };
        const place = mapPoint(back, at);
        const tone = sample(sheet, place.x, place.y) ?? model.ground;
        for (let c = 0; c < 3; c++) sum[c] += tone[c] / (taps * taps);
      }
      data.set(sum, (y * width + x) * 3);
    }
  }
  return expose(blurred({ width, height, data }, model.blur), model);
}

function sample(
  { width, height, data }: FloatPicture,
  u: number,
  v: number,
): [number, number, number] | undefined {
  if (u < 0 || v < 0 || u >= width || v >= height) return undefined;
  const i = (Math.floor(v) * width + Math.floor(u)) * 3;
  return [data[i], data[i + 1], data[i + 2]];
}

/** Light, glare and noise. */
function expose(picture: FloatPicture, { falloff, glare, noise, seed }: PhotoModel): FloatPicture {
  const { width, height, data } = picture;
  const next = random(seed);
  const farthest = Math.hypot(
    Math.max(falloff.x, width - falloff.x),
    Math.max(falloff.y, height - falloff.y),
  );
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const light = 1 - falloff.lost * (Math.hypot(x - falloff.x, y - falloff.y) / farthest) ** 2;
      const flash = glare
        ? glare.strength * Math.exp(-((x - glare.x) ** 2 + (y - glare.y) ** 2) / (2 * glare.radius ** 2))
        : 0;
      for (let c = 0; c < 3; c++) {
        const i = (y * width + x) * 3 + c;
        data[i] = data[i] * light + flash + noise * gaussian(next);
      }
    }
  }
  return picture;
}

/** A normal deviate (Box and Muller 1958). */
function gaussian(next: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

/** Gaussian blur, rows then columns. */
export function blurred(picture: FloatPicture, sigma: number): FloatPicture {
  if (sigma <= 0) return picture;
  const { width, height } = picture;
  const reach = Math.ceil(3 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * sigma ** 2)),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const pass = (data: Float32Array, stepX: number, stepY: number) => {
    const result = new Float32Array(data.length);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        for (let c = 0; c < 3; c++) {
          let sum = 0;
          for (let k = -reach; k <= reach; k++) {
            const sx = Math.min(width - 1, Math.max(0, x + k * stepX));
            const sy = Math.min(height - 1, Math.max(0, y + k * stepY));
            sum += weights[k + reach] * data[(sy * width + sx) * 3 + c];
          }
          result[(y * width + x) * 3 + c] = sum / total;
        }
      }
    }
    return result;
  };
  return { width, height, data: pass(pass(picture.data, 1, 0), 0, 1) };
}

/** Noise, specks of ink and pinholes of paper, as a flatbed scan of an old sheet has them. */
export function aged(
  picture: FloatPicture,
  seed: number,
  specks: number,
  pinholes: number,
  ink: number[],
): FloatPicture {
  const next = random(seed);
  const { width, height, data } = picture;
  const paper = [data[0], data[1], data[2]];
  const dab = (x: number, y: number, radius: number, tone: number[]) => {
    for (let py = Math.floor(y - radius); py <= y + radius; py++) {
      for (let px = Math.floor(x - radius); px <= x + radius; px++) {
        if (px < 0 || py < 0 || px >= width || py >= height || Math.hypot(px - x, py - y) > radius) continue;
        data.set(tone, (py * width + px) * 3);
      }
    }
  };
  for (let k = 0; k < specks; k++) dab(next() * width, next() * height, 0.6 + next() * 1.2, ink);
  for (let k = 0, tries = 0; k < pinholes && tries < 1e6; tries++) {
    const x = Math.floor(next() * width);
    const y = Math.floor(next() * height);
    if (data[(y * width + x) * 3] > 90) continue;
    dab(x, y, 0.6 + next() * 0.8, paper);
    k++;
  }
  return picture;
}
