import { quietContext } from '../context';
import { type GreyPicture, findComponents, findRowChanges, gaussianBlur } from '../raster';
import { drawn, random } from '../testing/pictures';
import { dotsOf, withoutDots } from './dots';

const SIDE = 320;
/** A disc of a darker tone on a lighter one. */
const isInk = (x: number, y: number) => Math.hypot(x - 160, y - 160) < 90;
const tones = drawn(SIDE, SIDE, isInk, 1).data.map((tone) => (tone < 128 ? 70 : 225));
const picture: GreyPicture = { width: SIDE, height: SIDE, data: tones };

/** Printed by a screen of round dots, so far from one to the next, turned by 45 degrees (common practice, no source). */
function printed(period: number): GreyPicture {
  const turn = Math.SQRT1_2;
  const data = tones.map((tone, i) => {
    const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
    const wave = (across: number) => Math.cos((2 * Math.PI * across * turn) / period);
    return tone / 255 > 0.5 + 0.25 * (wave(x + y) + wave(y - x)) ? 255 : 0;
  });
  return { width: SIDE, height: SIDE, data };
}

/** Scattered into two tones: errors go to the neighbours still to come (Floyd and Steinberg 1976, weights 7, 3, 5 and 1 of 16). */
function scattered(): GreyPicture {
  const left = Float32Array.from(tones);
  const data = left.map((_, i) => {
    const tone = left[i] < 127.5 ? 0 : 255;
    const error = (left[i] - tone) / 16;
    const give = (by: number, share: number) => {
      if (i + by < left.length) left[i + by] += share * error;
    };
    if ((i + 1) % SIDE > 0) give(1, 7);
    if (i % SIDE > 0) give(SIDE - 1, 3);
    give(SIDE, 5);
    if ((i + 1) % SIDE > 0) give(SIDE + 1, 1);
    return tone;
  });
  return { width: SIDE, height: SIDE, data: Uint8Array.from(data) };
}

const piecesOf = (grey: GreyPicture) => {
  const changes = findRowChanges(grey, 147.5, quietContext);
  return (
    findComponents(changes, grey.width, 'ink').count + findComponents(changes, grey.width, 'paper').count
  );
};

it('finds the dots of a printed screen as far apart as they are, and evens them out', () => {
  for (const period of [4, 5, 6.5]) {
    const dotted = printed(period);
    const dots = dotsOf(dotted, quietContext);
    expect(Math.abs((dots?.spacing ?? 0) / period - 1)).toBeLessThan(0.06);
    expect(piecesOf(dotted)).toBeGreaterThan(1000);
    const even = dots && withoutDots(dotted, dots, 1);
    expect(even && piecesOf(even)).toBe(2);
    const wrong = even?.data.filter(
      (tone, i) => tone < 147.5 !== isInk((i % SIDE) + 0.5, Math.floor(i / SIDE) + 0.5),
    );
    expect(wrong?.length).toBeLessThan(0.012 * SIDE ** 2);
  }
});

it('finds what errors were scattered into, and evens it out', () => {
  const dotted = scattered();
  const dots = dotsOf(dotted, quietContext);
  expect(dots?.spacing).toBeGreaterThan(1.5);
  expect(dots && piecesOf(withoutDots(dotted, dots, 1))).toBeLessThan(12);
});

it('takes neither drawings, nor dust, nor grain, nor small writing for dots', () => {
  const next = random(5);
  const noise = picture.data.map(() => (next() < 0.5 ? 0 : 255));
  const dusty = picture.data.map((tone) => (next() < 0.002 ? 0 : tone));
  const grainy = picture.data.map((tone) => tone + 20 * (next() + next() - 1));
  // Strokes of four by six pixels with gaps, as letters have.
  const written = drawn(SIDE, SIDE, (x, y) => y % 14 < 9 && x % 9 < 6 && (x % 9 < 2 || y % 14 < 2), 1).data;
  for (const data of [picture.data, dusty, grainy, written, noise])
    expect(dotsOf({ width: SIDE, height: SIDE, data }, quietContext)).toBeUndefined();
  expect(dotsOf(gaussianBlur(picture, 2), quietContext)).toBeUndefined();
});
