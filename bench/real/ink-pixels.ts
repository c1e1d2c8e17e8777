import type { PictureResult } from '@drelk/core';

/** The ink of a result as a picture: black on white, RGBA. */
export function inkPixels({ artwork }: PictureResult) {
  const { grey, level } = artwork.traced.ink.ink;
  const data = new Uint8Array(4 * grey.data.length).fill(255);
  grey.data.forEach((tone, i) => {
    if (tone < level) data.fill(0, 4 * i, 4 * i + 3);
  });
  return { width: grey.width, height: grey.height, data };
}
