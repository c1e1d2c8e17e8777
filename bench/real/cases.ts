import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import * as opentype from 'opentype.js';
import sharp from 'sharp';
import { type ColourPicture, type Contour, type Kind, type Point, boxOf, luminance } from '@drelk/core';
import { pathData } from '../../packages/core/src/format/svg/write';
import { random } from '../../packages/core/src/testing/pictures';
import { fontShapes, generatedShapes, iconShapes } from '../accuracy/sets';
import { filesBelow } from './fetch';
import { type Colour, type Exposure, exposed, photographed, pictureOf, rendered } from './scene';

/** A picture, and what a first look at it should come to. */
export interface Case {
  name: string;
  set: 'shape' | 'pen' | 'sheet' | 'photo' | 'clip' | 'print' | 'relief';
  made(): Promise<Made>;
}

export interface Made {
  picture: ColourPicture;
  kinds: Kind[];
  /** Whether ink is the lighter tone; undefined where either may be. */
  lightOnDark?: boolean;
  /** Corners of the sheet in view; null where there is none. */
  sheet: Point[] | null;
  /** 1 where ink is; undefined where nobody can say. */
  ink?: Uint8Array;
  /** Lines of a pen, in the picture. */
  strokes?: Contour[];
}

type Next = () => number;

/** A number from a name, the same at every run (FNV-1a). */
export const hashOf = (name: string): number =>
  [...name].reduce((hash, letter) => Math.imul(hash ^ letter.charCodeAt(0), 0x01000193) >>> 0, 0x811c9dc5);

/** Half of the pictures is only measured, never looked at while rules are made. */
export const isKeptAside = (name: string): boolean => (hashOf(name) >>> 7) % 2 === 1;

const between = (next: Next, from: number, to: number) => from + (to - from) * next();
const chance = (next: Next, share: number) => next() < share;
const pick = <T>(next: Next, list: readonly T[]): T => list[Math.floor(next() * list.length)];

/** A size of so many megapixels, upright or not. */
function sizeOf(next: Next, least: number, most: number): { width: number; height: number } {
  const pixels = 1e6 * Math.exp(between(next, Math.log(least), Math.log(most)));
  const long = Math.round(Math.sqrt((pixels * 4) / 3));
  const short = Math.round((long * 3) / 4);
  return chance(next, 0.7) ? { width: long, height: short } : { width: short, height: long };
}

/** What an ordinary camera in an ordinary hand does. */
function ordinary(next: Next, { width, height }: { width: number; height: number }): Exposure {
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

const even = ({ width, height }: { width: number; height: number }, colour: Colour): ColourPicture => {
  const data = new Uint8Array(4 * width * height).fill(255);
  for (let i = 0; i < width * height; i++) data.set(colour, 4 * i);
  return { width, height, data };
};
const grey = (tone: number, next: Next, off = 14): Colour => [
  tone + between(next, -off, off),
  tone + between(next, -off, off),
  tone + between(next, -off, off),
];

/** A wall with the unevenness of plaster: two scales of soft noise. */
async function wall(
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

const pathsOf = (contours: readonly Contour[]) =>
  contours.map((contour) => pathData(contour, 0, 0, 3)).join('');

/** Two tones far enough apart, and which of them is ink. */
function twoTones(next: Next): { paper: Colour; ink: Colour; lightOnDark: boolean } {
  const lightOnDark = chance(next, 0.4);
  const light = grey(between(next, 170, 240), next);
  const dark = grey(between(next, 25, 85), next);
  return lightOnDark ? { paper: dark, ink: light, lightOnDark } : { paper: light, ink: dark, lightOnDark };
}

/** Single shapes and letters on a wall, of any size in the frame. */
function shapeCases(count: number): Case[] {
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

/** A box of a size turned and leant a little, somewhere about the middle. */
function laid(
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

/** Wavy strokes of a pen on paper, photographed. */
function penCases(count: number): Case[] {
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

const WORDS = [
  'TEA',
  'Saltmoth',
  'OPEN',
  'Oolong',
  'GATE 4',
  'night tea',
  'No 27',
  'Fresh',
  'MILK',
  'Exit',
  'PLUM',
  'Sugar',
];
const FACES = ['lora', 'cabin', 'pacifico'];

const fonts = new Map<string, opentype.Font>();
function fontOf(name: string): opentype.Font {
  const known = fonts.get(name);
  if (known) return known;
  const bytes = readFileSync(`node_modules/@fontsource/${name}/files/${name}-latin-400-normal.woff`);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  fonts.set(name, font);
  return font;
}

/** A line of text as path data, letter after letter, and how long it is. */
function textPath(font: opentype.Font, text: string, x: number, y: number, size: number) {
  let at = x;
  let data = '';
  for (const letter of text) {
    const glyph = font.charToGlyph(letter);
    data += glyph.getPath(at, y, size).toPathData(2);
    at += ((glyph.advanceWidth ?? 0) * size) / font.unitsPerEm;
  }
  return { data, length: at - x };
}

/** Words, and perhaps an icon or a border, as a sign has them: a drawing in its own units and its frame. */
function signArt(next: Next): { svg: string; wide: number; high: number } {
  const font = fontOf(pick(next, FACES));
  const { data, length } = textPath(font, pick(next, WORDS), 0, 0, 100);
  const [x1, y1, x2, y2] = [0, -90, length, 30];
  const [margin, border] = [between(next, 22, 60), chance(next, 0.35) ? between(next, 3, 8) : 0];
  const [wide, high] = [x2 - x1 + 2 * margin, y2 - y1 + 2 * margin];
  const frame =
    border > 0
      ? `<rect x="${x1 - margin + 10}" y="${y1 - margin + 10}" width="${wide - 20}" height="${high - 20}" rx="${between(next, 0, 14)}" fill="none" stroke="#000" stroke-width="${border}"/>`
      : '';
  const svg = `viewBox="${x1 - margin} ${y1 - margin} ${wide} ${high}"><path d="${data}"/>${frame}`;
  return { svg, wide, high };
}

/** Signs, sheets and boards in perspective before real photographs. */
function sheetCases(count: number, photos: readonly string[]): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `sheet ${k}`;
    return {
      name,
      set: 'sheet',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.5, 2);
        const ground = await pictureOf(
          sharp(photos[(k * 7) % photos.length]).resize(size.width, size.height, { fit: 'cover' }),
        );
        const { paper, ink, lightOnDark } = twoTones(next);
        const { svg, wide, high } = signArt(next);
        const scale = between(next, 0.45, 0.85) * Math.min(size.width / wide, size.height / high);
        const corners = laid(
          next,
          size,
          wide * scale,
          high * scale,
          between(next, -0.2, 0.2),
          between(next, 0.04, 0.16),
        );
        const art = await rendered(svg, Math.ceil(2 * wide * scale), Math.ceil(2 * high * scale));
        const scene = await photographed(
          ground,
          { art, board: paper, ink, corners },
          ordinary(next, size),
          next,
        );
        return { ...scene, kinds: ['photo'], lightOnDark, sheet: corners };
      },
    };
  });
}

/** What is no photograph among the backgrounds, as it was seen by looking: drawn gradients and flat colours. */
const DRAWN: Record<string, Kind[]> = {
  'Fossa_by_Jasper_Roks.jpg': ['photo', 'relief'],
  'umang_by_Abhishek_Mudgal.jpg': ['photo', 'relief'],
  'Painting-Colors_by__herobrine7gamer.jpg': ['photo', 'flat', 'relief'],
  'GreenTraditional.jpg': ['photo', 'flat', 'logo', 'relief'],
};

/** Photographs with nothing in them to flatten, in colour and in grey. */
function photoCases(photos: readonly string[]): Case[] {
  return photos.flatMap((file) =>
    [false, true].map((isGrey): Case => {
      const name = `photo ${isGrey ? 'grey ' : ''}${file.split('/').pop() ?? ''}`;
      return {
        name,
        set: 'photo',
        async made() {
          const side = isGrey ? 900 : 1280;
          const picture = await pictureOf(sharp(file).resize(side, side, { fit: 'inside' }).flatten());
          if (isGrey) toGreys(picture);
          return { picture, kinds: DRAWN[file.split('/').pop() ?? ''] ?? ['photo'], sheet: null };
        },
      };
    }),
  );
}

function toGreys({ data }: ColourPicture): void {
  for (let i = 0; i < data.length; i += 4) data.fill(luminance(data[i], data[i + 1], data[i + 2]), i, i + 3);
}

/** Clip-art on white: every so-many-th of a package. */
function clipCases(share: string, count: number): Case[] {
  const files = filesBelow(join(share, 'openclipart/png'), /\.png$/).filter(
    (file) => !/gradients|patterns|stars/.test(file),
  );
  const step = Math.floor(files.length / count);
  return Array.from({ length: count }, (_, k): Case => {
    const file = files[k * step + (step >> 1)];
    return {
      name: `clip ${file.split('/').pop() ?? ''}`,
      set: 'clip',
      async made() {
        const image = sharp(file)
          .resize(900, 900, { fit: 'inside', withoutEnlargement: true })
          .flatten({ background: '#fff' });
        return {
          picture: await pictureOf(image),
          kinds: ['flat', 'logo', 'line', 'photo', 'relief'],
          sheet: null,
        };
      },
    };
  });
}

/** Pages of print as a scanner or a copier gives them. */
function printCases(count: number): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `print ${k}`;
    return {
      name,
      set: 'print',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.4, 1.4);
        const font = fontOf(pick(next, FACES));
        const line = between(next, 26, 60);
        let data = '';
        for (let y = 2 * line; y < size.height - line; y += 1.6 * line) {
          for (
            let x = line, word = textPath(font, `${pick(next, WORDS)} `, x, y, line);
            x + word.length < size.width - line;
          ) {
            data += word.data;
            x += word.length;
            word = textPath(font, `${pick(next, WORDS)} `, x, y, line);
          }
        }
        const art = await rendered(
          `viewBox="0 0 ${size.width} ${size.height}"><path d="${data}"/>`,
          2 * size.width,
          2 * size.height,
        );
        const isPhoto = chance(next, 0.4);
        const flat: Exposure = {
          vignette: 0,
          slope: between(next, 0, 0.04),
          direction: next(),
          tint: [1, 1, 1],
          blur: between(next, 0.4, 1),
          noise: between(next, 0.5, 3),
          quality: Math.round(between(next, 60, 95)),
        };
        const corners = laid(() => 0.5, size, size.width, size.height, 0, 0);
        const ground = even(size, grey(between(next, 215, 248), next, 6));
        const ink = grey(between(next, 25, 75), next, 10);
        const exposure = isPhoto ? ordinary(next, size) : flat;
        const scene = await photographed(ground, { art, board: undefined, ink, corners }, exposure, next);
        return {
          ...scene,
          kinds: isPhoto ? ['photo', 'scan', 'line'] : ['scan', 'line'],
          lightOnDark: false,
          sheet: null,
        };
      },
    };
  });
}

/** Smooth grey hills, as engraving has them. */
function reliefCases(count: number): Case[] {
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

/** The proving ground; `share` is the folder of the fetched packages. */
export function allCases(share: string): Case[] {
  const photos = filesBelow(join(share, 'backgrounds'), /\.jpg$/).filter((file) => !/_\d{4}x/.test(file));
  return [
    ...shapeCases(80),
    ...penCases(40),
    ...sheetCases(60, photos),
    ...photoCases(photos),
    ...clipCases(share, 40),
    ...printCases(24),
    ...reliefCases(10),
  ];
}
