/** @jest-environment node */
import sharp, { type Sharp } from 'sharp';
import { pixelsOfPng } from './clear-png';

/** A patch of many colours, opaque to clear, 37 pixels by 23. */
function patch(): Sharp {
  const [width, height] = [37, 23];
  const data = Buffer.alloc(4 * width * height);
  for (let i = 0; i < width * height; i++)
    data.set([(i * 7) % 256, (i * 13) % 256, (i * 29) % 256, (i * 5) % 256], 4 * i);
  return sharp(data, { raw: { width, height, channels: 4 } });
}

/** As everywhere outside the browser (packages/decode). */
const decoded = async (png: Buffer) =>
  new Uint8Array(
    await sharp(png, { ignoreIcc: true })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer(),
  );

it.each<[string, () => Promise<Buffer>]>([
  ['colours', () => patch().png().toBuffer()],
  ['interlaced', () => patch().png({ progressive: true }).toBuffer()],
  ['greys', () => patch().toColourspace('b-w').png().toBuffer()],
  ['sixteen bits', () => patch().toColourspace('rgb16').png().toBuffer()],
  ['a palette', () => patch().png({ palette: true, colours: 200, dither: 0 }).toBuffer()],
  ['a small palette', () => patch().png({ palette: true, colours: 4, dither: 0 }).toBuffer()],
  ['no clear pixel', () => patch().flatten({ background: '#fff' }).png().toBuffer()],
])('a PNG of %s has the pixels that the command line has', async (_, make) => {
  const png = await make();
  const picture = pixelsOfPng(new Uint8Array(png));
  expect([picture?.width, picture?.height]).toEqual([37, 23]);
  expect(Buffer.from(picture?.data ?? [])).toEqual(Buffer.from(await decoded(png)));
});
