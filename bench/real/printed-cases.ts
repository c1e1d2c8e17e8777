import sharp from 'sharp';
import { random } from '../../packages/core/src/testing/pictures';
import { type Case, between, chance, hashOf, pick, sizeOf } from './case';
import { FACES, WORDS, fontOf, signArt, textPath } from './lettering';
import { type Exposure, photographed, pictureOf, rendered } from './scene';
import { even, grey, laid, ordinary, twoTones } from './surroundings';

/** Signs, sheets and boards in perspective before real photographs. */
export function sheetCases(count: number, photos: readonly string[]): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `sheet ${k}`;
    return {
      name,
      set: 'sheet',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.5, 2);
        const ground = await pictureOf(
          sharp(photos[(k * 7) % photos.length]).resize(size.width, size.height, { fit: 'cover' }),
        );
        const { paper, ink, lightOnDark } = twoTones(next);
        const { svg, wide, high } = signArt(next);
        const scale = between(next, 0.45, 0.85) * Math.min(size.width / wide, size.height / high);
        const corners = laid(
          next,
          size,
          wide * scale,
          high * scale,
          between(next, -0.2, 0.2),
          between(next, 0.04, 0.16),
        );
        const art = await rendered(svg, Math.ceil(2 * wide * scale), Math.ceil(2 * high * scale));
        const scene = await photographed(
          ground,
          { art, board: paper, ink, corners },
          ordinary(next, size),
          next,
        );
        return { ...scene, kinds: ['photo'], lightOnDark, sheet: corners };
      },
    };
  });
}

/** Pages of print as a scanner or a copier gives them. */
export function printCases(count: number): Case[] {
  return Array.from({ length: count }, (_, k): Case => {
    const name = `print ${k}`;
    return {
      name,
      set: 'print',
      async made() {
        const next = random(hashOf(name));
        const size = sizeOf(next, 0.4, 1.4);
        const font = fontOf(pick(next, FACES));
        const line = between(next, 26, 60);
        let data = '';
        for (let y = 2 * line; y < size.height - line; y += 1.6 * line) {
          for (
            let x = line, word = textPath(font, `${pick(next, WORDS)} `, x, y, line);
            x + word.length < size.width - line;
          ) {
            data += word.data;
            x += word.length;
            word = textPath(font, `${pick(next, WORDS)} `, x, y, line);
          }
        }
        const art = await rendered(
          `viewBox="0 0 ${size.width} ${size.height}"><path d="${data}"/>`,
          2 * size.width,
          2 * size.height,
        );
        const isPhoto = chance(next, 0.4);
        const flat: Exposure = {
          vignette: 0,
          slope: between(next, 0, 0.04),
          direction: next(),
          tint: [1, 1, 1],
          blur: between(next, 0.4, 1),
          noise: between(next, 0.5, 3),
          quality: Math.round(between(next, 60, 95)),
        };
        const corners = laid(() => 0.5, size, size.width, size.height, 0, 0);
        const ground = even(size, grey(between(next, 215, 248), next, 6));
        const ink = grey(between(next, 25, 75), next, 10);
        const exposure = isPhoto ? ordinary(next, size) : flat;
        const scene = await photographed(ground, { art, board: undefined, ink, corners }, exposure, next);
        return {
          ...scene,
          kinds: isPhoto ? ['photo', 'scan', 'line'] : ['scan', 'line'],
          lightOnDark: false,
          sheet: null,
        };
      },
    };
  });
}
