import { quietContext } from '../context';
import type { ColourPicture } from '../raster';
import { coloured, drawn, random } from '../testing/pictures';
import { newJob } from './document/document';
import { newMemory, startRun } from './graph';
import { pictureResult } from './steps';

function result(picture: ColourPicture, kind = 'png') {
  const { width, height } = picture;
  const source = { blob: '', name: 'odd', kind, width, height, density: null, notes: [] };
  return startRun(
    { document: newJob(source), source: { key: 'odd', picture, reduction: 1 } },
    newMemory(),
    quietContext,
  ).take(pictureResult);
}

/** Noise without anything in it, all channels by themselves or alike. */
function noise(width: number, height: number, isGrey: boolean): ColourPicture {
  const next = random(3);
  const data = new Uint8Array(4 * width * height).fill(255);
  for (let i = 0; i < data.length; i += 4) {
    const tone = 256 * next();
    for (let c = 0; c < 3; c++) data[i + c] = isGrey ? tone : 256 * next();
  }
  return { width, height, data };
}

/** A code of square modules with the three marks in its corners and the quiet zone of four modules (ISO/IEC 18004, from memory). */
function code(modules: number, side: number) {
  const next = random(11);
  const bits = Array.from({ length: modules ** 2 }, () => next() < 0.5);
  const isDark = (column: number, row: number) => {
    const [u, v] = [Math.min(column, modules - 1 - column), Math.min(row, modules - 1 - row)];
    const isMarked = u < 8 && v < 8 && !(column > 7 && row > 7);
    if (!isMarked) return bits[row * modules + column];
    const ring = Math.max(Math.abs(u - 3), Math.abs(v - 3));
    return ring < 2 || ring === 3;
  };
  const quiet = 4 * side;
  const size = modules * side + 2 * quiet;
  const covers = (x: number, y: number) => {
    const [column, row] = [Math.floor((x - quiet) / side), Math.floor((y - quiet) / side)];
    return column >= 0 && row >= 0 && column < modules && row < modules && isDark(column, row);
  };
  return { picture: drawn(size, size, covers, 1), covers };
}

describe('odd pictures', () => {
  it.each([
    ['grey', true],
    ['coloured', false],
  ])('of pure %s noise are told from shapes in a sentence', (_name, isGrey) => {
    expect(() => result(noise(700, 500, isGrey), 'jpeg')).toThrow(/Nothing here is ink.*(grain|specks)/);
  });

  it.each([
    [29, 10],
    [57, 4],
  ])('a code of %d modules of %d pixels keeps every one of them', (modules, side) => {
    const { picture, covers } = code(modules, side);
    const { artwork, facts } = result(coloured(picture));
    const { grey, level } = artwork.traced.ink.ink;
    let wrong = 0;
    grey.data.forEach((tone, i) => {
      const [x, y] = [i % grey.width, Math.floor(i / grey.width)];
      if (tone < level !== covers(x + 0.5, y + 0.5)) wrong++;
    });
    expect(wrong).toBe(0);
    expect(facts.match).toBeGreaterThan(0.98);
  });

  it('a strip of 30,000 pixels has its shapes where they are', () => {
    const strip = drawn(30_000, 90, (x, y) => Math.hypot((x % 3000) - 1500, y - 45) < 30, 1);
    const { facts, artwork } = result(coloured(strip));
    expect(facts.shapes).toBe(10);
    expect(artwork.traced.corners).toBeNull();
  });
});

describe('a photo', () => {
  const disc = (size: number, grain: number) => {
    const next = random(5);
    const picture = coloured(
      drawn(size, (size * 3) / 4, (x, y) => Math.hypot(x - size / 2, y - size / 3) < size / 5, 1),
    );
    for (let i = 0; i < picture.data.length; i += 4) {
      const light = 0.55 + (0.4 * ((i / 4) % size)) / size;
      for (let c = 0; c < 3; c++)
        picture.data[i + c] = 20 + 0.8 * light * picture.data[i + c] + grain * (next() - 0.5) + 12 * c;
    }
    return picture;
  };

  it('is followed to a third of a pixel, a large one as closely as one of two megapixels would be', () => {
    const [small, large] = [result(disc(900, 20), 'jpeg'), result(disc(2600, 20), 'jpeg')];
    expect([small, large].map(({ artwork }) => artwork.traced.kind)).toEqual(['photo', 'photo']);
    expect(small.artwork.traced.tolerance).toBeCloseTo(1 / 3, 6);
    expect(large.artwork.traced.tolerance).toBeCloseTo(Math.sqrt((2600 * 1950) / 2e6) / 3, 6);
    expect(large.artwork.traced.line.off).toBeLessThanOrEqual(large.artwork.traced.tolerance);
  });
});
