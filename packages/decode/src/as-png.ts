import sharp from 'sharp';
import { DrelkError } from '@drelk/core';

/**
 * A picture as PNG, upright, for browsers that cannot decode its own format. Colours come as sRGB; the density is left
 * out, since the job knows it already.
 */
export async function asPng(bytes: Buffer): Promise<Buffer> {
  try {
    return await sharp(bytes, { failOn: 'truncated', limitInputPixels: false })
      .autoOrient()
      .toColourspace('srgb')
      .png({ compressionLevel: 1 })
      .toBuffer();
  } catch {
    throw new DrelkError(
      'truncated',
      'The picture is damaged and cannot be decoded.',
      'Copy or download it again.',
    );
  }
}
