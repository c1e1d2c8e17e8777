import { type Contour, boxOf } from '@drelk/core';
import { pathData } from '../../packages/core/src/format/svg/write';
import { random } from '../../packages/core/src/testing/pictures';
import { fontShapes, generatedShapes, iconShapes } from '../accuracy/sets';
import { type Case, type Next, between, hashOf, sizeOf } from './case';
import { type Colour, exposed, photographed, rendered } from './scene';
import { grey, laid, ordinary, twoTones, wall } from './surroundings';

const pathsOf = (contours: readonly Contour[]) =>
  contours.map((contour) => pathData(contour, 0, 0, 3)).join('');

/** Single shapes and letters on a wall, of any size in the frame. */
export function shapeCases(count: number): Case[] {
  const shapes = [...generatedShapes(), ...fontShapes(), ...iconShapes()];
  return Array.from({ length: count }, (_, k): Case => {
    const shape = shapes[(k * 37) % shapes.length];
    const name = `shape ${k} ${shape.name}`;
    return {
      name,
      set: 'shape',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.3, 1.6);
        const { paper, ink, lightOnDark } = twoTones(next);
        const ground = await wall(next, size, paper);
        const box = boxOf(shape.contours) ?? { left: 0, top: 0, right: 1, bottom: 1 };
        const [wide, high] = [box.right - box.left, box.bottom - box.top];
        const scale = (between(next, 0.25, 0.88) * Math.min(size.width, size.height)) / Math.max(wide, high);
        const [w, h] = [Math.ceil(wide * scale * 2), Math.ceil(high * scale * 2)];
        const art = await rendered(
          `viewBox="${box.left} ${box.top} ${wide} ${high}"><path fill-rule="evenodd" d="${pathsOf(shape.contours)}"/>`,
          w,
          h,
        );
        const corners = laid(next, size, wide * scale, high * scale, between(next, -0.35, 0.35), 0.05);
        const scene = await photographed(
          ground,
          { art, board: undefined, ink, corners },
          ordinary(next, size),
          next,
        );
        return { ...scene, kinds: ['photo', 'scan', 'logo', 'line'], lightOnDark, sheet: null };
      },
    };
  });
}

/** Wavy strokes of a pen on paper, photographed. */
export function penCases(count: number): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `pen ${k}`;
    return {
      name,
      set: 'pen',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.3, 1.2);
        const pen = between(next, 3, 14);
        const strokes = Array.from({ length: 2 + Math.floor(4 * next()) }, (_stroke, n) =>
          wave(next, size, n, pen),
        );
        const data = strokes.map((contour) => pathData(contour, 0, 0, 3)).join('');
        const art = await rendered(
          `viewBox="0 0 ${size.width} ${size.height}"><path fill="none" stroke="#000" stroke-width="${pen}" stroke-linecap="round" d="${data}"/>`,
          2 * size.width,
          2 * size.height,
        );
        const paper = grey(between(next, 185, 242), next, 8);
        const ground = await wall(next, size, paper);
        const corners = [
          { x: 0, y: 0 },
          { x: size.width, y: 0 },
          { x: size.width, y: size.height },
          { x: 0, y: size.height },
        ];
        const ink = grey(between(next, 25, 80), next, 25);
        const scene = await photographed(
          ground,
          { art, board: undefined, ink, corners },
          ordinary(next, size),
          next,
        );
        return { ...scene, kinds: ['photo', 'scan', 'line'], lightOnDark: false, sheet: null, strokes };
      },
    };
  });
}

/** One curve across a band of the picture, so that strokes keep apart. */
function wave(
  next: Next,
  { width, height }: { width: number; height: number },
  band: number,
  pen: number,
): Contour {
  const bands = 6;
  const y = (height * (band + 0.5)) / bands;
  const swing = height / bands / 2 - pen;
  const up = () => y + between(next, -swing, swing);
  const [from, to] = [width * between(next, 0.06, 0.2), width * between(next, 0.7, 0.94)];
  const middle = (from + to) / 2;
  const [a, b] = [up(), up()];
  const slope = between(next, -0.3, 0.3) * swing;
  return {
    start: { x: from, y: up() },
    segments: [
      {
        kind: 'cubic',
        x1: from + (middle - from) / 3,
        y1: up(),
        x2: middle - (middle - from) / 3,
        y2: a - slope,
        x: middle,
        y: a,
      },
      {
        kind: 'cubic',
        x1: middle + (to - middle) / 3,
        y1: a + slope,
        x2: to - (to - middle) / 3,
        y2: up(),
        x: to,
        y: b,
      },
    ],
    closed: false,
  };
}

/** Smooth grey hills, as engraving has them. */
export function reliefCases(count: number): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `relief ${k}`;
    return {
      name,
      set: 'relief',
      async made() {
        const next = random(hashOf(name));
        const { width, height } = sizeOf(next, 0.3, 0.8);
        const hills = Array.from({ length: 3 + Math.floor(4 * next()) }, () => ({
          x: width * next(),
          y: height * next(),
          wide: between(next, 0.08, 0.25) * width,
          high: between(next, 60, 190),
        }));
        const data = new Float32Array(3 * width * height);
        for (let y = 0, i = 0; y < height; y++) {
          for (let x = 0; x < width; x++, i += 3) {
            let tone = 20;
            for (const hill of hills)
              tone = Math.max(
                tone,
                hill.high * Math.exp(-((x - hill.x) ** 2 + (y - hill.y) ** 2) / (2 * hill.wide ** 2)),
              );
            data.fill(tone, i, i + 3);
          }
        }
        const none = {
          vignette: 0,
          slope: 0,
          direction: 0,
          tint: [1, 1, 1] as Colour,
          blur: 0,
          noise: 0,
          quality: 98,
        };
        return {
          picture: await exposed({ width, height, data }, none, next),
          kinds: ['relief'],
          sheet: null,
        };
      },
    };
  });
}
