import fc from 'fast-check';
import sharp from 'sharp';
import { drawn } from '../testing/pictures';
import type { GreyPicture } from './picture';
import { unrepeated } from './repeated';

/** Something with changes in most rows and columns, of two tones or with mixed pixels. */
const blob = (side: number, isHard: boolean, phase: number): GreyPicture => {
  const picture = drawn(
    side,
    side,
    (x, y) => {
      const [dx, dy] = [x - side / 2, y - side / 2];
      const angle = Math.atan2(dy, dx);
      return Math.hypot(dx, dy) < side * (0.36 + 0.06 * Math.cos(5 * angle + phase));
    },
    isHard ? 1 : 4,
  );
  return picture;
};

/** Enlarged by the nearest pixel, by the imaging library. */
async function enlarged({ width, height, data }: GreyPicture, wide: number, high: number) {
  const { data: raw, info } = await sharp(data, { raw: { width, height, channels: 1 } })
    .resize(wide, high, { kernel: 'nearest', fit: 'fill' })
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height, info.channels]).toEqual([wide, high, 1]);
  return { width: wide, height: high, data: new Uint8Array(raw) };
}

it('gives back the picture that the imaging library enlarged by the nearest pixel', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 60, max: 160 }),
      fc.integer({ min: 2, max: 4 }),
      fc.boolean(),
      fc.double({ min: 0, max: 6, noNaN: true }),
      async (side, times, isHard, phase) => {
        const small = blob(side, isHard, phase);
        const large = await enlarged(small, side * times, side * times);
        const found = unrepeated(large);
        expect(found?.times).toBe(times);
        expect(found?.grey).toEqual(small);
      },
    ),
    { numRuns: 60 },
  );
});

it('gives back what was enlarged by a fraction, each pixel that which lies beneath its corner or beneath its middle', () => {
  for (const times of [1.5, 1.7, 2.5])
    for (const beneath of [0, 0.5]) {
      const small = blob(120, true, 1);
      const wide = Math.round(120 * times);
      const from = (x: number) => Math.floor((x + beneath) / times);
      const data = Uint8Array.from(
        { length: wide * wide },
        (_, i) => small.data[from(Math.floor(i / wide)) * 120 + from(i % wide)],
      );
      const found = unrepeated({ width: wide, height: wide, data });
      expect(found?.times).toBeCloseTo(times, 6);
      expect(found?.grey).toEqual(small);
    }
});

it('leaves pictures alone that were not enlarged so, and squares that somebody drew', async () => {
  for (const isHard of [true, false]) expect(unrepeated(blob(150, isHard, 1))).toBeUndefined();
  expect(unrepeated(await enlarged(blob(60, true, 1), 480, 480))).toBeUndefined();
  // Two straight bars tell nothing.
  expect(unrepeated(drawn(120, 120, (x, y) => x > 20 && x < 40 && y > 40 && y < 60, 1))).toBeUndefined();
  expect(unrepeated({ width: 50, height: 50, data: new Uint8Array(2500).fill(255) })).toBeUndefined();
});

it('knows where pixels begin of what was cut out of an enlarged picture', async () => {
  const large = await enlarged(blob(100, true, 2), 300, 300);
  const [left, top, wide, high] = [10, 8, 280, 282];
  const data = new Uint8Array(wide * high);
  for (let y = 0; y < high; y++)
    data.set(large.data.subarray((y + top) * 300 + left, (y + top) * 300 + left + wide), y * wide);
  const found = unrepeated({ width: wide, height: high, data });
  expect(found).toMatchObject({ times: 3, left: -1, top: -2 });
});
