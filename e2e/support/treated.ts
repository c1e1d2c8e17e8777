import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { root } from './server';

/** What pictures go through before they come to anybody: the demo's moth, and how much ink each of its pixels has. */
async function moth() {
  const file = join(root, 'demo/pictures/01-moth.png');
  const { data, info } = await sharp(readFileSync(file))
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, ink: Float32Array.from(data, (tone) => 1 - tone / 255) };
}

type Colour = readonly [red: number, green: number, blue: number];

/** Painted pixel by pixel, as a PNG. */
async function painted(colourAt: (share: number, x: number, y: number) => Colour): Promise<Buffer> {
  const { width, height, ink } = await moth();
  const data = Buffer.alloc(3 * width * height);
  ink.forEach((share, i) =>
    data.set(colourAt(share, i % width, Math.floor(i / width)).map(Math.round), 3 * i),
  );
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

/** Printed by a screen of round dots, turned by 45 degrees. */
export const printedInDots = (period: number): Promise<Buffer> =>
  painted((share, x, y) => {
    const wave = (across: number) => Math.cos((2 * Math.PI * across * Math.SQRT1_2) / period);
    const screen = 0.5 + 0.25 * (wave(x + y) + wave(y - x));
    return 0.08 + 0.7 * share > 1 - screen ? [0, 0, 0] : [255, 255, 255];
  });

/** Red on a green of the same tone. */
export const ofOneTone = (): Promise<Buffer> =>
  painted((share) => {
    const [ink, paper] = [
      [200, 60, 50],
      [60, 135, 60],
    ];
    return [0, 1, 2].map((k) => share * ink[k] + (1 - share) * paper[k]) as unknown as Colour;
  });

/** Of two tones, and enlarged so many times, each pixel repeated or with tones between. */
export const enlargedInTwoTones = async (times: number, kernel: 'nearest' | 'cubic'): Promise<Buffer> => {
  const { width, height, image } = await inTwoTones();
  return image
    .resize(width * times, height * times, { kernel })
    .png()
    .toBuffer();
};

/** Of two tones, squeezed into a JPEG, and saved as a PNG by somebody who was sent that. */
export const squeezedInTwoTones = async (quality: number): Promise<Buffer> => {
  const { image } = await inTwoTones();
  return sharp(await image.jpeg({ quality }).toBuffer())
    .png()
    .toBuffer();
};

/** The demo's label in flat colours, as somebody sends it on. */
export const squeezedLabel = (quality: number): Promise<Buffer> =>
  sharp(join(root, 'demo/pictures/07-tin-label.png'))
    .flatten({ background: '#fff' })
    .jpeg({ quality })
    .toBuffer();

async function inTwoTones() {
  const { width, height, ink } = await moth();
  const small = Buffer.from(ink.map((share) => (share >= 0.5 ? 0 : 255)));
  return { width, height, image: sharp(small, { raw: { width, height, channels: 1 } }) };
}
