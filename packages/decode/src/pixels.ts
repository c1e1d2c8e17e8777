import { decode as decodeBmp } from 'bmp-ts';
import sharp, { type Sharp } from 'sharp';
import { type ColourPicture, DrelkError, MOST_PIXELS, type PictureHeader } from '@drelk/core';

/**
 * How every picture is decoded outside the browser, and the browser does the same: upright, as many pixels as are taken
 * and no more whatever the file says, and the numbers as they stand in the file: colour profiles are not applied, since
 * two programs never apply them quite alike.
 */
export const opened = (bytes: Buffer): Sharp =>
  sharp(bytes, { failOn: 'truncated', limitInputPixels: MOST_PIXELS, ignoreIcc: true })
    .autoOrient()
    .toColourspace('srgb');

/** A picture as RGBA. Throws a sentence for what cannot be decoded. */
export async function decoded(bytes: Buffer, header: PictureHeader, name: string): Promise<ColourPicture> {
  try {
    if (header.kind === 'bmp') return bitmap(bytes);
    const { data, info } = await opened(bytes)
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data };
  } catch {
    throw damaged(`“${name}”`);
  }
}

export const damaged = (what: string) =>
  new DrelkError('truncated', `${what} is damaged and cannot be decoded.`, 'Copy or download it again.');

/** Of a Windows bitmap, a fourth byte means how opaque a pixel is only where a header of version 4 or later says so. */
const VERSION_4 = 108;

function bitmap(bytes: Buffer): ColourPicture {
  const { width, height, data } = decodeBmp(bytes);
  // It comes as alpha, blue, green and red.
  data.swap32();
  if (bytes.readUInt32LE(14) < VERSION_4) for (let i = 3; i < data.length; i += 4) data[i] = 255;
  return { width, height: Math.abs(height), data };
}
