import sharp, { type Sharp } from 'sharp';
import type { Affine, ColourPicture, Contour } from '@drelk/core';
import { affineContour } from '../../packages/core/src/geometry/maps/affine';
import type { Next } from '../real/case';
import { SIDE } from './artworks';

/** Coverage of ink by pixel, 0 to 1, square. */
export interface Coverage {
  side: number;
  data: Float32Array;
}

export interface Treatment {
  name: string;
  /** How far off a rim may be, in pixels of the picture, and how many times the nodes of the clean picture. */
  off?: number;
  nodes?: number;
  /** How many times smaller than the artwork's usual picture the one is that was enlarged. */
  smaller?: number;
  /** How far to the right and down the treatment itself lays everything, in pixels: there it is true. */
  lays?: number;
  /** What is drawn otherwise than the clean artwork is. */
  drawn?(contours: readonly Contour[]): Contour[];
  apply(art: Art, next: Next): Promise<ColourPicture>;
}

/** An artwork at hand: drawn at any size. */
export interface Art {
  coverage(side?: number): Promise<Coverage>;
}

type Colour = readonly [red: number, green: number, blue: number];
const WHITE: Colour = [255, 255, 255];
const BLACK: Colour = [0, 0, 0];

const clamped = (value: number) => Math.max(0, Math.min(255, Math.round(value)));

/** A picture by what each pixel is: colour and opacity from coverage and place. */
function painted(
  { side, data }: Coverage,
  at: (share: number, x: number, y: number) => readonly number[],
): ColourPicture {
  const out = new Uint8Array(4 * side * side);
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i++) {
      const [r, g, b, a = 255] = at(data[i], x, y);
      out[4 * i] = clamped(r);
      out[4 * i + 1] = clamped(g);
      out[4 * i + 2] = clamped(b);
      out[4 * i + 3] = clamped(a);
    }
  return { width: side, height: side, data: out };
}

const mixed = (share: number, ink: Colour, paper: Colour): number[] =>
  ink.map((value, k) => share * value + (1 - share) * paper[k]);
const inTwo = (ink: Colour, paper: Colour) => (share: number) => mixed(share, ink, paper);
const hard = (ink: Colour, paper: Colour) => (share: number) => [...(share >= 0.5 ? ink : paper)];

const plain = (name: string, ink: Colour, paper: Colour): Treatment => ({
  name,
  apply: async (art) => painted(await art.coverage(), inTwo(ink, paper)),
});

/** A picture through a codec or a filter of the imaging library. */
async function through(
  { width, height, data }: ColourPicture,
  how: (image: Sharp) => Sharp,
): Promise<ColourPicture> {
  const image = sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), {
    raw: { width, height, channels: 4 },
  });
  const coded = await how(image).toBuffer();
  const read = sharp(coded).toColourspace('srgb').ensureAlpha().raw();
  const { data: raw, info } = await read.toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(raw) };
}

const black = async (art: Art, side = SIDE) => painted(await art.coverage(side), inTwo(BLACK, WHITE));
const blackHard = async (art: Art) => painted(await art.coverage(), hard(BLACK, WHITE));

/** Each pixel as a square of so many. */
function repeated({ width, height, data }: ColourPicture, times: number): ColourPicture {
  const [wide, high] = [Math.round(width * times), Math.round(height * times)];
  const out = new Uint8Array(4 * wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      const from =
        4 *
        (Math.min(height - 1, Math.floor(y / times)) * width + Math.min(width - 1, Math.floor(x / times)));
      for (let k = 0; k < 4; k++) out[4 * (y * wide + x) + k] = data[from + k];
    }
  return { width: wide, height: high, data: out };
}

const jpeg =
  (quality: number, chroma = '4:2:0') =>
  (image: Sharp) =>
    image.flatten({ background: '#fff' }).jpeg({ quality, chromaSubsampling: chroma });

/** Bayer's matrix of order 3, as thresholds. */
const BAYER = (() => {
  let matrix = [[0]];
  for (let k = 0; k < 3; k++) {
    const n = matrix.length;
    matrix = Array.from({ length: 2 * n }, (_, y) =>
      Array.from(
        { length: 2 * n },
        (__, x) =>
          4 * matrix[y % n][x % n] +
          [
            [0, 2],
            [3, 1],
          ][y < n ? 0 : 1][x < n ? 0 : 1],
      ),
    );
  }
  return matrix.map((row) => row.map((value) => (value + 0.5) / 64));
})();

/** A round dot screen: dark where the tone is above the screen's hill there. */
const screened = (period: number, degrees: number) => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return (x: number, y: number): number => {
    const u = (2 * Math.PI * (c * x + s * y)) / period;
    const v = (2 * Math.PI * (c * y - s * x)) / period;
    return 0.5 + 0.25 * (Math.cos(u) + Math.cos(v));
  };
};

/** Errors spread to the neighbours (Floyd and Steinberg 1976). */
function scattered({ side, data }: Coverage, tone: (share: number) => number): ColourPicture {
  const left = Float32Array.from(data, tone);
  const out = new Uint8Array(4 * side * side).fill(255);
  for (let y = 0, i = 0; y < side; y++)
    for (let x = 0; x < side; x++, i++) {
      const is = left[i] >= 0.5 ? 1 : 0;
      const error = left[i] - is;
      if (is) out.fill(0, 4 * i, 4 * i + 3);
      if (x + 1 < side) left[i + 1] += (error * 7) / 16;
      if (y + 1 < side) {
        if (x > 0) left[i + side - 1] += (error * 3) / 16;
        left[i + side] += (error * 5) / 16;
        if (x + 1 < side) left[i + side + 1] += error / 16;
      }
    }
  return { width: side, height: side, data: out };
}

const grain = (next: Next, size: number) => size * (next() + next() + next() - 1.5) * 2;

/** Rows and columns from tone to tone across the picture. */
const across = (x: number, y: number, side: number) => (0.7 * x + 0.3 * y) / side;

/** Around the middle of the artwork. */
function turnedBy(degrees: number): Affine {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const half = SIDE / 2;
  // Shrunk, so that corners stay in the picture.
  const k = 0.94;
  return [k * c, k * s, -k * s, k * c, half - k * (c - s) * half, half - k * (s + c) * half];
}

/** A square ring, from so far inside the edge to so far. */
function ringOf(from: number, to: number): Contour[] {
  const square = (off: number): Contour => {
    const far = SIDE - off;
    const corners = [
      { x: off, y: off },
      { x: off, y: far },
      { x: far, y: far },
      { x: far, y: off },
    ];
    return {
      start: corners[0],
      segments: [...corners.slice(1), corners[0]].map(({ x, y }) => ({ kind: 'line', x, y })),
      closed: true,
    };
  };
  return [square(from), square(to)];
}

/** Enlarging by two, the imaging library puts the middle of a pixel on that of every other one, half a pixel beyond where it was. */
const ENLARGED_LAYS = 0.5;

/** All that pictures go through before they reach a crafter. */
export const TREATMENTS: readonly Treatment[] = [
  plain('clean', BLACK, WHITE),
  { name: 'two tones', apply: async (art) => await blackHard(art) },
  {
    name: 'two tones by a low threshold',
    apply: async (art) => painted(await art.coverage(), (share) => (share >= 0.3 ? BLACK : WHITE)),
  },
  {
    name: 'two tones on clear',
    apply: async (art) =>
      painted(await art.coverage(), (share) => (share >= 0.5 ? [0, 0, 0, 255] : [0, 0, 0, 0])),
  },
  {
    name: 'two colours',
    apply: async (art) => painted(await art.coverage(), hard([30, 60, 140], [240, 228, 200])),
  },
  {
    name: 'two tones, each pixel three by three',
    off: 2,
    smaller: 3,
    apply: async (art) => repeated(painted(await art.coverage(SIDE / 3), hard(BLACK, WHITE)), 3),
  },
  {
    name: 'two tones, each pixel two by two',
    off: 2,
    smaller: 2,
    apply: async (art) => repeated(painted(await art.coverage(SIDE / 2), hard(BLACK, WHITE)), 2),
  },
  {
    name: 'clean, each pixel two by two',
    off: 2,
    smaller: 2,
    apply: async (art) => repeated(painted(await art.coverage(SIDE / 2), inTwo(BLACK, WHITE)), 2),
  },
  {
    name: 'two tones enlarged by 1.5, nearest',
    off: 2,
    smaller: 1.5,
    apply: async (art) => repeated(painted(await art.coverage(SIDE / 1.5), hard(BLACK, WHITE)), 1.5),
  },
  {
    name: 'two tones enlarged by two, smooth',
    off: 2,
    smaller: 2,
    lays: ENLARGED_LAYS,
    apply: async (art) =>
      await through(painted(await art.coverage(SIDE / 2), hard(BLACK, WHITE)), (image) =>
        image.resize(SIDE, SIDE, { kernel: 'cubic' }).png(),
      ),
  },
  {
    name: 'fax',
    off: 2,
    smaller: 2,
    nodes: 2,
    async apply(art, next) {
      const { side, data } = await art.coverage(SIDE / 2);
      const noisy = { side, data: data.map((share) => share + grain(next, 0.12)) };
      return repeated(painted(noisy, hard(BLACK, WHITE)), 2);
    },
  },
  {
    name: 'palette of 4',
    apply: async (art) =>
      painted(await art.coverage(), (share) => {
        const tone = 85 * Math.round(3 * (1 - share));
        return [tone, tone, tone];
      }),
  },
  {
    name: 'palette of 16 colours',
    apply: async (art) =>
      painted(await art.coverage(), (share) => {
        const tone = 17 * Math.round(15 * (1 - share));
        return [tone, tone, tone];
      }),
  },
  {
    name: 'sharpened',
    apply: async (art) =>
      await through(await black(art), (image) => image.sharpen({ sigma: 1.2, m1: 2, m2: 4 }).png()),
  },
  {
    name: 'sharpened hard, then JPEG 70',
    async apply(art) {
      const sharp1 = await through(await black(art), (image) =>
        image.sharpen({ sigma: 2, m1: 4, m2: 8 }).png(),
      );
      return through(sharp1, jpeg(70));
    },
  },
  { name: 'JPEG 90', apply: async (art) => await through(await black(art), jpeg(90)) },
  { name: 'JPEG 30', apply: async (art) => await through(await black(art), jpeg(30)) },
  { name: 'JPEG 10', nodes: 2, apply: async (art) => await through(await black(art), jpeg(10)) },
  {
    name: 'JPEG 60 after two tones',
    apply: async (art) => await through(await blackHard(art), jpeg(60)),
  },
  {
    name: 'JPEG 75 thrice',
    async apply(art) {
      let picture = await black(art);
      for (const quality of [75, 60, 75]) picture = await through(picture, jpeg(quality));
      return picture;
    },
  },
  {
    name: 'red on white, JPEG 50, colour at half',
    apply: async (art) => await through(painted(await art.coverage(), inTwo([214, 30, 40], WHITE)), jpeg(50)),
  },
  {
    name: 'WebP 40',
    apply: async (art) => await through(await black(art), (image) => image.webp({ quality: 40 })),
  },
  {
    name: 'ordered dots',
    off: 2,
    nodes: 2,
    apply: async (art) =>
      painted(await art.coverage(), (share, x, y) =>
        0.1 + 0.72 * share > BAYER[y % 8][x % 8] ? BLACK : WHITE,
      ),
  },
  {
    name: 'scattered dots',
    off: 2,
    nodes: 2,
    apply: async (art) => scattered(await art.coverage(), (share) => 0.08 + 0.75 * share),
  },
  {
    name: 'printed dots',
    off: 2,
    nodes: 2,
    async apply(art) {
      const screen = screened(5, 45);
      return painted(await art.coverage(), (share, x, y) =>
        0.08 + 0.7 * share > 1 - screen(x, y) ? BLACK : WHITE,
      );
    },
  },
  plain('red on green of one tone', [200, 60, 50], [60, 135, 60]),
  plain('blue on red of one tone', [40, 80, 220], [190, 50, 70]),
  plain('low contrast', [150, 150, 150], [185, 185, 185]),
  plain('light on dark', [245, 245, 240], [24, 30, 60]),
  plain('yellow on white', [250, 205, 20], WHITE),
  plain('pale blue on white', [160, 200, 240], WHITE),
  {
    name: 'clean gradient for paper',
    apply: async (art) =>
      painted(await art.coverage(), (share, x, y) => {
        const paper = 110 + 140 * across(x, y, SIDE);
        return mixed(share, [20, 20, 25], [paper, paper, paper]);
      }),
  },
  {
    name: 'gradient for paper, dark to light across the ink',
    apply: async (art) =>
      painted(await art.coverage(), (share, x, y) => {
        const t = across(x, y, SIDE);
        return mixed(
          share,
          [10 + 60 * t, 10 + 60 * t, 20 + 60 * t],
          [120 + 130 * t, 125 + 120 * t, 120 + 110 * t],
        );
      }),
  },
  {
    name: 'grainy gradient for paper',
    apply: async (art, next) =>
      painted(await art.coverage(), (share, x, y) => {
        const paper = 130 + 110 * across(x, y, SIDE);
        const off = grain(next, 5);
        return mixed(share, [25, 25, 30], [paper, paper, paper]).map((value) => value + off);
      }),
  },
  {
    name: 'light on clear',
    apply: async (art) => painted(await art.coverage(), (share) => [255, 255, 255, 255 * share]),
  },
  {
    name: 'black on clear black',
    apply: async (art) => painted(await art.coverage(), (share) => [0, 0, 0, 255 * share]),
  },
  {
    name: 'red on clear white',
    apply: async (art) =>
      painted(await art.coverage(), (share) => (share > 0 ? [200, 30, 40, 255 * share] : [255, 255, 255, 0])),
  },
  {
    name: 'dust',
    async apply(art, next) {
      const picture = await black(art);
      for (let k = 0; k < 300; k++) {
        const at = 4 * (Math.floor(SIDE * next()) * SIDE + Math.floor(SIDE * next()));
        const tone = next() < 0.5 ? 40 : 215;
        for (const more of next() < 0.4 ? [0, 4] : [0]) picture.data.fill(tone, at + more, at + more + 3);
      }
      return picture;
    },
  },
  {
    name: 'scratches',
    async apply(art, next) {
      const picture = await black(art);
      for (let k = 0; k < 25; k++) {
        let [x, y] = [SIDE * next(), SIDE * next()];
        const angle = 2 * Math.PI * next();
        for (let n = 0; n < 18; n++) {
          const at = 4 * (Math.floor(y) * SIDE + Math.floor(x));
          if (x >= 0 && y >= 0 && x < SIDE && y < SIDE)
            for (let c = 0; c < 3; c++) picture.data[at + c] = (picture.data[at + c] + 200) / 2;
          x += Math.cos(angle);
          y += Math.sin(angle);
        }
      }
      return picture;
    },
  },
  {
    name: 'grain',
    apply: async (art, next) =>
      painted(await art.coverage(), (share) => {
        const off = grain(next, 14);
        return mixed(share, [40, 40, 40], [225, 225, 220]).map((value) => value + off);
      }),
  },
  {
    name: 'CMYK',
    apply: async (art) =>
      await through(await black(art), (image) =>
        image.flatten({ background: '#fff' }).toColourspace('cmyk').jpeg({ quality: 92 }),
      ),
  },
  {
    name: '16 bits a channel',
    apply: async (art) => await through(await black(art), (image) => image.toColourspace('rgb16').png()),
  },
  {
    name: 'colour fringes',
    async apply(art) {
      const cover = await art.coverage();
      const at = (x: number, y: number) => cover.data[y * SIDE + Math.max(0, Math.min(SIDE - 1, x))];
      return painted(cover, (_, x, y) => [
        255 * (1 - (2 * at(x - 1, y) + at(x, y)) / 3),
        255 * (1 - at(x, y)),
        255 * (1 - (2 * at(x + 1, y) + at(x, y)) / 3),
      ]);
    },
  },
  {
    name: 'blurred',
    apply: async (art) => await through(await black(art), (image) => image.blur(1.4).png()),
  },
  {
    name: 'enlarged by two, smooth',
    off: 2,
    smaller: 2,
    lays: ENLARGED_LAYS,
    apply: async (art) =>
      await through(await black(art, SIDE / 2), (image) =>
        image.resize(SIDE, SIDE, { kernel: 'cubic' }).png(),
      ),
  },
  {
    name: 'tilted by 3 degrees',
    drawn: (contours) => contours.map((contour) => affineContour(contour, turnedBy(3))),
    apply: (art) => black(art),
  },
  {
    name: 'a frame drawn around',
    drawn: (contours) => [...contours, ...ringOf(6, 12)],
    apply: (art) => black(art),
  },
  {
    name: 'ink up to the edge on all sides',
    drawn: (contours) => [...contours, ...ringOf(0, 12)],
    apply: (art) => black(art),
  },
  {
    name: 'sepia print',
    apply: async (art, next) =>
      painted(await art.coverage(), (share) => {
        const off = grain(next, 3);
        return mixed(share, [88, 58, 34], [236, 222, 190]).map((value) => value + off);
      }),
  },
  {
    name: 'edge of the page in shadow',
    apply: async (art) =>
      painted(await art.coverage(), (share, x) => {
        const light = 1 - 0.45 * Math.exp(-x / 40);
        return mixed(share, [30, 30, 30], [240, 240, 236]).map((value) => light * value);
      }),
  },
];
