import { random } from '../../packages/core/src/testing/pictures';
import { type Case, type Made, type Next, between, chance, hashOf, pick, sizeOf } from './case';
import { FACES, WORDS, fontOf, textPath } from './lettering';
import { type Colour, type Coverage, type Exposure, exposed, rendered } from './scene';
import { even, grey, ordinary } from './surroundings';

interface Size {
  width: number;
  height: number;
}
/** Light that falls from a sheet, 0 to 255, three channels a pixel. */
type Sheet = Size & { data: Float32Array };

/** What paper does to a drawing on it, or a machine to a page. */
const WAYS = {
  squared: { rate: 16, kinds: ['scan', 'line', 'photo'], made: onSquaredPaper },
  ruled: { rate: 12, kinds: ['scan', 'line', 'photo'], made: onRuledPaper },
  stained: { rate: 5, kinds: ['scan', 'line', 'photo'], made: onStainedPaper },
  folded: { rate: 4, kinds: ['scan', 'line', 'photo'], made: onFoldedPaper },
  through: { rate: 5, kinds: ['scan', 'line', 'photo'], made: withPrintShowingThrough },
  copy: { rate: 5, kinds: ['scan', 'line', 'logo'], made: copied },
  fax: { rate: 4, kinds: ['scan', 'line', 'logo'], made: faxed },
  halftone: { rate: 4, kinds: ['scan', 'photo', 'line', 'logo'], made: halftoned },
  screen: { rate: 5, kinds: ['photo', 'scan'], made: offAScreen },
  stencil: { rate: 4, kinds: ['photo', 'scan', 'logo'], made: sprayed },
} as const;

/** Drawings and words on all sorts of paper, and as machines give them. */
export function paperCases(): Case[] {
  return Object.entries(WAYS).flatMap(([way, { rate, kinds, made }]) =>
    Array.from({ length: rate }, (_, k): Case => {
      const name = `${way} ${k}`;
      return {
        name,
        set: 'paper',
        async made(): Promise<Made> {
          const next = random(hashOf(name));
          const size = sizeOf(next, 0.5, 1.3);
          const art = await artFor(next, size, way);
          const { sheet, exposure } = await made(next, size, art);
          return {
            picture: await exposed(sheet, exposure, next),
            kinds: [...kinds],
            lightOnDark: false,
            sheet: null,
            ink: art.data.map((share) => (share > 127 ? 1 : 0)),
          };
        },
      };
    }),
  );
}

/** Drawn lines and a word below them; what is sprayed or copied is broader. */
async function artFor(next: Next, size: Size, way: string): Promise<Coverage> {
  const isBroad = way === 'stencil' || way === 'screen' || way === 'halftone';
  const pen = size.width * (isBroad ? between(next, 0.012, 0.03) : between(next, 0.0035, 0.008));
  const { data, length } = textPath(fontOf(pick(next, FACES)), pick(next, WORDS), 0, 0, 100);
  const scale = (size.width * between(next, 0.4, 0.7)) / length;
  const high = Math.min(scale, (0.3 * size.height) / 100);
  const rings = Array.from({ length: 3 + Math.floor(3 * next()) }, () => ring(next, size));
  return rendered(
    `viewBox="0 0 ${size.width} ${size.height}"><g fill="none" stroke="#000" stroke-linejoin="round" stroke-width="${pen}"><path d="${rings.join('')}"/></g>` +
      `<path transform="translate(${0.15 * size.width} ${0.9 * size.height}) scale(${high})" d="${data}"/>`,
    size.width,
    size.height,
  );
}

/** A closed wobbly curve in the upper part of the sheet. */
function ring(next: Next, { width, height }: Size): string {
  const [x, y] = [width * between(next, 0.2, 0.8), height * between(next, 0.2, 0.5)];
  const radius = Math.min(width, height) * between(next, 0.06, 0.18);
  const [lobes, deep, turn] = [2 + Math.floor(5 * next()), between(next, 0, 0.3), 7 * next()];
  const at = Array.from({ length: 90 }, (_, k) => {
    const angle = (k / 90) * 2 * Math.PI;
    const far = radius * (1 + deep * Math.sin(lobes * angle + turn));
    return `${(x + far * Math.cos(angle)).toFixed(2)} ${(y + far * Math.sin(angle)).toFixed(2)}`;
  });
  return `M${at.join('L')}Z`;
}

function bare(size: Size, colour: Colour): Sheet {
  const { data } = even(size, colour);
  return { ...size, data: Float32Array.from({ length: (data.length / 4) * 3 }, (_, i) => colour[i % 3]) };
}

/** Lays a colour on a sheet where it is covered, as strongly as `strength` says. */
function inked({ data }: Sheet, { data: shares }: Coverage, colour: Colour, strength = 1): void {
  for (let i = 0; i < shares.length; i++) {
    const share = (shares[i] / 255) * strength;
    for (let c = 0; c < 3; c++) data[3 * i + c] += (colour[c] - data[3 * i + c]) * share;
  }
}

/** The tooth of the paper leaves a pencil's line uneven. */
const withGrain = (next: Next, art: Coverage): Coverage => ({
  ...art,
  data: art.data.map((share) => share * (1 - 0.35 * next())),
});

const lines = (size: Size, data: string, width: number) =>
  rendered(
    `viewBox="0 0 ${size.width} ${size.height}"><path fill="none" stroke="#000" stroke-width="${width}" d="${data}"/>`,
    size.width,
    size.height,
  );

/** Lines across a sheet at an even distance, turned a little. */
function rulings({ width, height }: Size, period: number, turn: number, from = 0): string {
  let data = '';
  for (let y = from - width * Math.abs(turn); y < height * (1 + Math.abs(turn)); y += period)
    data += `M${-width} ${y - 1.5 * width * turn}L${2 * width} ${y + 1.5 * width * turn}`;
  return data;
}

const upright = ({ width, height }: Size, period: number, turn: number): string => {
  let data = '';
  for (let x = -height * Math.abs(turn); x < width + height * Math.abs(turn); x += period)
    data += `M${x + 1.5 * height * turn} ${-height}L${x - 1.5 * height * turn} ${2 * height}`;
  return data;
};

const RULINGS: Colour[] = [
  [150, 185, 225],
  [110, 150, 210],
  [190, 190, 195],
  [150, 152, 158],
  [150, 200, 180],
];
const ROSE: Colour = [235, 140, 150];
const pencil = (next: Next) => grey(between(next, 55, 125), next, 6);
const pen = (next: Next): Colour =>
  pick<Colour>(next, [
    [35, 40, 90],
    [30, 30, 34],
    [60, 30, 34],
  ]);

const scanned = (next: Next): Exposure => ({
  vignette: 0,
  slope: between(next, 0, 0.05),
  direction: 6 * next(),
  tint: [1, 1, 1],
  blur: between(next, 0.4, 0.9),
  noise: between(next, 0.6, 2.5),
  quality: Math.round(between(next, 60, 95)),
});
/** Looked at straight on, by a scanner or by a camera. */
const seen = (next: Next, size: Size) => (chance(next, 0.6) ? scanned(next) : ordinary(next, size));

async function onSquaredPaper(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 228, 250), next, 5));
  const [period, turn] = [size.width / between(next, 22, 45), between(next, -0.02, 0.02)];
  const both = rulings(size, period, turn) + upright(size, period, turn);
  inked(sheet, await lines(size, both, between(next, 0.9, 2)), pick(next, RULINGS));
  inked(sheet, withGrain(next, art), pencil(next));
  return { sheet, exposure: seen(next, size) };
}

async function onRuledPaper(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 228, 250), next, 5));
  const [period, turn] = [size.height / between(next, 14, 26), between(next, -0.02, 0.02)];
  const width = between(next, 1, 2.2);
  inked(sheet, await lines(size, rulings(size, period, turn, period), width), pick(next, RULINGS));
  const margin = `M${0.11 * size.width} ${-9}l${-turn * size.height} ${size.height + 18}`;
  if (chance(next, 0.6)) inked(sheet, await lines(size, margin, width), ROSE);
  inked(sheet, art, pen(next));
  return { sheet, exposure: seen(next, size) };
}

async function onStainedPaper(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 225, 248), next, 6));
  for (let k = 0; k < 3; k++) {
    const [x, y, r] = [size.width * next(), size.height * next(), size.width * between(next, 0.08, 0.2)];
    const stain = await rendered(
      `viewBox="0 0 ${size.width} ${size.height}"><circle cx="${x}" cy="${y}" r="${r}" opacity="0.5"/><circle cx="${x}" cy="${y}" r="${r}" fill="none" stroke="#000" stroke-width="${r / 18}"/>`,
      size.width,
      size.height,
    );
    inked(sheet, stain, [190, 150, 100], between(next, 0.25, 0.6));
  }
  inked(sheet, art, pen(next));
  return { sheet, exposure: seen(next, size) };
}

async function onFoldedPaper(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 225, 248), next, 6));
  inked(sheet, art, pen(next));
  for (const isUpright of [true, false]) {
    const at = (isUpright ? size.width : size.height) * between(next, 0.3, 0.7);
    const [dim, deep] = [between(next, 0.82, 0.95), between(next, 0.15, 0.3)];
    for (let i = 0; i < size.width * size.height; i++) {
      const off = (isUpright ? i % size.width : Math.floor(i / size.width)) - at;
      const light = (off > 0 ? dim : 1) * (1 - deep * Math.exp(-(off * off) / 4));
      for (let c = 0; c < 3; c++) sheet.data[3 * i + c] *= light;
    }
  }
  return { sheet, exposure: seen(next, size) };
}

async function withPrintShowingThrough(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 225, 248), next, 6));
  const font = fontOf(pick(next, FACES));
  const line = size.height / 24;
  let back = '';
  for (let y = 2 * line; y < size.height; y += 1.7 * line)
    for (let x = line; x < size.width - 4 * line;) {
      const word = textPath(font, `${pick(next, WORDS)} `, x, y, line);
      back += word.data;
      x += word.length;
    }
  const behind = await rendered(
    `viewBox="0 0 ${size.width} ${size.height}"><path transform="translate(${size.width}) scale(-1 1)" d="${back}"/>`,
    size.width,
    size.height,
  );
  inked(sheet, behind, grey(60, next), between(next, 0.08, 0.25));
  inked(sheet, art, pen(next));
  return { sheet, exposure: seen(next, size) };
}

/** A copy of a copy: faded, dirty, hard. */
async function copied(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, [248, 248, 248]);
  inked(sheet, art, grey(between(next, 60, 140), next, 2));
  for (let k = 0; k < size.width * size.height * 0.0004; k++) {
    const i = Math.floor(next() * size.width * size.height);
    for (let c = 0; c < 3; c++) sheet.data[3 * i + c] = 120;
  }
  return { sheet, exposure: { ...scanned(next), noise: between(next, 2, 6), blur: between(next, 0.4, 0.7) } };
}

/** Two tones, a page in grey given by the spreading of errors (Floyd and Steinberg 1976), and so scanned. */
async function faxed(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, [255, 255, 255]);
  const { width } = size;
  const tones = Float32Array.from(art.data, (share) => 255 - between(next, 0, 8) - share * 0.95);
  for (let i = 0; i < tones.length; i++) {
    const tone = tones[i] < 128 ? 0 : 255;
    const off = tones[i] - tone;
    for (const [step, share] of [
      [1, 7 / 16],
      [width - 1, 3 / 16],
      [width, 5 / 16],
      [width + 1, 1 / 16],
    ])
      if (i + step < tones.length) tones[i + step] += off * share;
    sheet.data.fill(tone, 3 * i, 3 * i + 3);
  }
  return { sheet, exposure: { ...scanned(next), slope: 0, noise: 0, blur: 0 } };
}

/** Ink in solid, paper as a screen of small dots. */
async function halftoned(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, [246, 244, 238]);
  const [period, radius] = [between(next, 5, 9), between(next, 0.2, 0.3)];
  for (let i = 0; i < size.width * size.height; i++) {
    const [x, y] = [i % size.width, Math.floor(i / size.width)];
    const [u, v] = [((x + y) / period / Math.SQRT2) % 1, ((x - y + size.height) / period / Math.SQRT2) % 1];
    const inside = Math.max(0, Math.min(1, (radius - Math.hypot(u - 0.5, v - 0.5)) * period + 0.5));
    for (let c = 0; c < 3; c++) sheet.data[3 * i + c] -= 170 * inside;
  }
  inked(sheet, art, [30, 28, 30]);
  return { sheet, exposure: scanned(next) };
}

/** A picture on a display, photographed: its own grid beats with the camera's. */
async function offAScreen(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, [225, 232, 240]);
  inked(sheet, art, [40, 44, 60]);
  const [a, b] = [between(next, 0.02, 0.12), between(next, 0.02, 0.12)];
  const deep = between(next, 0.05, 0.14);
  for (let i = 0; i < size.width * size.height; i++) {
    const [x, y] = [i % size.width, Math.floor(i / size.width)];
    for (let c = 0; c < 3; c++) {
      const beat = Math.sin(a * x + b * y + 2 * c) * Math.sin(b * x - a * y + c);
      sheet.data[3 * i + c] *= 1 - deep * (0.5 + 0.5 * beat);
    }
  }
  return { sheet, exposure: ordinary(next, size) };
}

/** Sprayed through a stencil: a mist of fine drops beside the edges. */
async function sprayed(next: Next, size: Size, art: Coverage) {
  const sheet = bare(size, grey(between(next, 190, 235), next));
  inked(sheet, art, grey(between(next, 25, 60), next), 0.97);
  const near = { ...size, data: new Uint8Array(art.data.length) };
  for (let i = 0; i < near.data.length; i++) if (next() < 0.004) near.data[i] = 180;
  inked(sheet, near, [50, 50, 55]);
  return { sheet, exposure: ordinary(next, size) };
}
