import { quietContext } from '../../context';
import { type GreyPicture, gaussianBlur } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { separateByTone } from '../by-tone';
import { levelLight } from './level-light';
import { FOLLOWED_LEVEL, followLight, sauvolaThreshold } from '../follow-light';
import { makeTone } from '../tone';

const shape = (x: number, y: number) =>
  (Math.abs(x - 90) < 30 && Math.abs(y - 80) < 45) || Math.abs(Math.hypot(x - 220, y - 110) - 50) < 4;
const truth = drawn(320, 220, shape, 6);

/** The shape printed on paper under a light: tones `ink` and `paper` times the light, with glare and noise. */
function lit(ink: number, paper: number, light: (x: number, y: number) => number, glare = 0): GreyPicture {
  const next = random(3);
  const soft = gaussianBlur(truth, 0.7);
  const data = soft.data.map((tone, i) => {
    const [x, y] = [i % 320, Math.floor(i / 320)];
    const share = tone / 255;
    const burn = glare * Math.exp(-((x - 230) ** 2 + (y - 90) ** 2) / (2 * 45 ** 2));
    const value = (ink + (paper - ink) * share) * light(x, y) + burn + 5 * (next() + next() - 1);
    return Math.round(Math.min(255, Math.max(0, value)));
  });
  return { width: 320, height: 220, data };
}

/** Share of the pixels on whose side of the level found and true agree. */
function agreement(found: { grey: GreyPicture; level: number }): number {
  let same = 0;
  for (let i = 0; i < truth.data.length; i++)
    if (found.grey.data[i] < found.level === truth.data[i] < 127.5) same++;
  return same / truth.data.length;
}
const levelled = (picture: GreyPicture) =>
  separateByTone(
    makeTone(picture, { brightness: 0, contrast: 0, levelled: true }, quietContext),
    { threshold: 'auto', ink: 'auto' },
    quietContext,
  );

describe('levelled light', () => {
  const shadow = (x: number) => (x < 170 ? 1 : 1 - 0.6 * Math.min(1, (x - 170) / 90));
  it.each([
    ['even', lit(60, 235, () => 1)],
    ['shadow over a third', lit(60, 230, shadow)],
    [
      'tinted paper falling off to a corner',
      lit(40, 190, (x, y) => 1 - (0.5 * ((x / 320) ** 2 + (y / 220) ** 2)) / 2),
    ],
    ['flash burn on dark ground', lit(225, 75, () => 1, 100)],
  ])('survives: %s', (_name, picture) => {
    expect(agreement(levelled(picture))).toBeGreaterThan(0.993);
  });

  it('does better than one threshold where the light is uneven', () => {
    const picture = lit(60, 230, shadow);
    const plain = separateByTone(
      makeTone(picture, { brightness: 0, contrast: 0, levelled: false }, quietContext),
      { threshold: 'auto', ink: 'auto' },
      quietContext,
    );
    expect(agreement(plain)).toBeLessThan(agreement(levelled(picture)) - 0.1);
  });

  /** A large shape on a wall under a light, and the share of the pixels that come out on the right side. */
  const large = (
    inside: (x: number, y: number) => boolean,
    ink: number,
    wall: number,
    light: (x: number, y: number) => number,
    grain = 3,
  ) => {
    const next = random(4);
    const shape = drawn(400, 300, inside, 4);
    const soft = gaussianBlur(shape, 0.8);
    const data = soft.data.map((tone, i) => {
      const value = ink + ((wall - ink) * tone) / 255;
      return Math.round(value * light(i % 400, Math.floor(i / 400)) + grain * (next() + next() - 1));
    });
    const found = levelled({ width: 400, height: 300, data });
    let same = 0;
    shape.data.forEach((tone, i) => {
      if (found.grey.data[i] < found.level === tone < 127.5) same++;
    });
    return same / shape.data.length;
  };
  const vignette = (x: number, y: number) => 1 - 0.45 * (((x - 200) / 250) ** 2 + ((y - 150) / 250) ** 2);
  const slope = (x: number) => 1 - 0.5 * (x / 400);
  it.each([
    [
      'a disc over most of the wall',
      (x: number, y: number) => Math.hypot(x - 210, y - 150) < 135,
      50,
      200,
      vignette,
    ],
    [
      'a plate with a hole',
      (x: number, y: number) =>
        Math.abs(x - 190) < 150 && Math.abs(y - 150) < 110 && Math.hypot(x - 190, y - 150) > 40,
      40,
      190,
      slope,
    ],
    [
      'light on a dark wall',
      (x: number, y: number) => Math.hypot((x - 200) / 1.4, y - 150) < 120,
      190,
      50,
      vignette,
    ],
  ])('takes no large shape for paper: %s', (_name, inside, ink, wall, light) => {
    expect(large(inside, ink, wall, light)).toBeGreaterThan(0.995);
  });

  it.each([
    ['a small light thing on a dark wall', 200, 46, 12],
    ['a small dark thing on a grey wall', 30, 120, 8],
  ])('takes no grain for ink, far from %s', (_name, ink, wall, grain) => {
    const inside = (x: number, y: number) => Math.hypot(x - 150, y - 130) < 24;
    const light = (x: number, y: number) => vignette(x, y) * (1 - 0.3 * (x / 400));
    expect(large(inside, ink, wall, light, grain)).toBeGreaterThan(0.998);
  });

  it('has nothing to level in a picture of nothing', () => {
    const blank = { width: 80, height: 60, data: new Uint8Array(4800).fill(200) };
    expect(levelLight(blank, quietContext)).toBeUndefined();
  });
});

describe('following the light', () => {
  it('takes its threshold by Sauvola and Pietikäinen 2000, equation 5 (worked by hand: m 150, s 32, k 0.2, R 128)', () => {
    expect(sauvolaThreshold(150, 32)).toBeCloseTo(150 * (1 + 0.2 * (0.25 - 1)), 12);
    expect(sauvolaThreshold(150, 32)).toBeCloseTo(127.5, 12);
    expect(sauvolaThreshold(200, 128)).toBe(200);
  });

  it('works a small array as the formula says', () => {
    const next = random(8);
    const data = Uint8Array.from({ length: 49 }, () => Math.floor(256 * next()));
    const result = followLight({ width: 7, height: 7, data }, 1, quietContext);
    for (let y = 1; y < 6; y++) {
      for (let x = 1; x < 6; x++) {
        const around = [-8, -7, -6, -1, 0, 1, 6, 7, 8].map((step) => data[7 * y + x + step]);
        const mean = around.reduce((sum, tone) => sum + tone, 0) / 9;
        const deviation = Math.sqrt(around.reduce((sum, tone) => sum + (tone - mean) ** 2, 0) / 9);
        const off = data[7 * y + x] - sauvolaThreshold(mean, deviation);
        if (Math.abs(off) > 0.6) expect(result.data[7 * y + x] < FOLLOWED_LEVEL).toBe(off < 0);
      }
    }
  });

  it('finds strokes in the dark half of a picture', () => {
    const picture = lit(60, 230, (x) => (x < 160 ? 1 : 0.3));
    const local = separateByTone(
      makeTone(picture, { brightness: 0, contrast: 0, levelled: false }, quietContext),
      { threshold: 'local', ink: 'dark' },
      quietContext,
    );
    const right = (i: number) => i % 320 > 165;
    let hit = 0;
    let missed = 0;
    truth.data.forEach((tone, i) => {
      if (tone > 10 || !right(i)) return;
      if (local.grey.data[i] < local.level) hit++;
      else missed++;
    });
    expect(hit / (hit + missed)).toBeGreaterThan(0.97);
  });
});
