import { DrelkError, readPictureHeader } from '@drelk/core';
import { routes } from '@drelk/contract';
import type { Host } from '@drelk/runner';

/** Where the application's own files lie. */
const FOLDER = 'fonts/';
const PACKAGES = '@fontsource/';

/** How jobs are run in a worker of the page. */
export const pageHost: Host = {
  async decode(bytes, name) {
    const bitmap = await createImageBitmap(new Blob([bytes as BlobPart]), {
      imageOrientation: 'from-image',
      premultiplyAlpha: 'none',
      // The numbers as they stand in the file, as everywhere (packages/decode).
      colorSpaceConversion: 'none',
    }).catch(() => {
      throw new DrelkError(
        'not-a-picture',
        `“${name}” cannot be decoded by this browser.`,
        'Save it as PNG or JPEG.',
      );
    });
    const { width, height } = bitmap;
    const canvas = new OffscreenCanvas(width, height);
    const drawing = canvas.getContext('2d', { willReadFrequently: true });
    if (!drawing) throw new DrelkError('too-large', `“${name}” does not fit in memory.`, 'Save it smaller.');
    drawing.drawImage(bitmap, 0, 0);
    bitmap.close();
    const { data } = drawing.getImageData(0, 0, width, height);
    const exactly = isPng(bytes) && isSeenThrough(data) ? await clearPng(bytes) : undefined;
    return exactly ?? { width, height, data };
  },
  fontFile: (font) =>
    bytesAt('own' in font ? routes.blob(font.own) : FOLDER + font.shipped.replace(PACKAGES, '')),
  async outlineReader() {
    const { create } = await import('fontkit');
    return (bytes) => create(bytes as Parameters<typeof create>[0]);
  },
};

const isPng = (bytes: Uint8Array): boolean => readPictureHeader(bytes)?.kind === 'png';

function isSeenThrough(data: Uint8ClampedArray): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] < 255) return true;
  return false;
}

/** The reader of such files comes along only where there is one. */
const clearPng = async (bytes: Uint8Array) => (await import('./clear-png')).pixelsOfPng(bytes);

/** What lies at an address of the application; undefined where nothing can be had. */
async function bytesAt(address: string): Promise<Uint8Array | undefined> {
  try {
    const answer = await fetch(new URL(address, self.location.origin));
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : undefined;
  } catch {
    return undefined;
  }
}
