import { damaged, opened } from './pixels';

/**
 * A picture as PNG, upright, for browsers that cannot decode its own format; the density is left out, since the job
 * knows it already.
 */
export async function asPng(bytes: Buffer): Promise<Buffer> {
  try {
    return await opened(bytes).png({ compressionLevel: 1 }).toBuffer();
  } catch {
    throw damaged('The picture');
  }
}
