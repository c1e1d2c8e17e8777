import { join } from 'node:path';
import sharp from 'sharp';
import { type ColourPicture, type Kind, luminance } from '@drelk/core';
import type { Case } from './case';
import { filesBelow } from './fetch';
import { pictureOf } from './scene';

/** What is no photograph among the backgrounds, as it was seen by looking: drawn gradients and flat colours. */
const DRAWN: Record<string, Kind[]> = {
  'Fossa_by_Jasper_Roks.jpg': ['photo', 'relief'],
  'umang_by_Abhishek_Mudgal.jpg': ['photo', 'relief'],
  'Painting-Colors_by__herobrine7gamer.jpg': ['photo', 'flat', 'relief'],
  'GreenTraditional.jpg': ['photo', 'flat', 'logo', 'relief'],
};

/** Photographs with nothing in them to flatten, in colour and in grey. */
export function photoCases(photos: readonly string[]): Case[] {
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
export function clipCases(share: string, count: number): Case[] {
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
