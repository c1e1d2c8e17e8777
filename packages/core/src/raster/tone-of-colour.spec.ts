import { drawn } from '../testing/pictures';
import { okLab } from './colour-space';
import type { ColourPicture } from './picture';
import { toneOfColour, tonesOf } from './tone-of-colour';

type Colour = readonly [number, number, number];
const RED: Colour = [200, 60, 50];
const GREEN: Colour = [60, 135, 60];

/** A disc of one colour on another, its rim mixed as renderers mix. */
const cover = drawn(160, 120, (x, y) => Math.hypot(x - 80, y - 60) < 40, 4);
function discOf(ink: Colour, paper: Colour, third?: Colour): ColourPicture {
  const data = new Uint8Array(4 * 160 * 120).fill(255);
  cover.data.forEach((tone, i) => {
    const share = 1 - tone / 255;
    const ground = third && i % 160 > 130 ? third : paper;
    for (let k = 0; k < 3; k++) data[4 * i + k] = Math.round(share * ink[k] + (1 - share) * ground[k]);
  });
  return { width: 160, height: 120, data };
}

it('takes the way from colour to colour where both are as light, and coverage is what tones say', () => {
  const picture = discOf(RED, GREEN);
  const along = toneOfColour(picture);
  expect(along).toBeDefined();
  const tones = tonesOf(picture, along);
  const isDark = okLab(...RED)[0] < okLab(...GREEN)[0];
  tones.data.forEach((tone, i) => {
    expect(Math.abs(tone - (isDark ? cover.data[i] : 255 - cover.data[i]))).toBeLessThan(4);
  });
  // By light alone the two are hardly apart.
  const light = tonesOf(picture, undefined).data;
  expect(Math.abs(light[60 * 160 + 80] - light[0])).toBeLessThan(25);
});

it('leaves tones of light where those tell colours apart, where there are more than two, and where some is clear', () => {
  expect(toneOfColour(discOf([20, 20, 30], [250, 250, 240]))).toBeUndefined();
  expect(toneOfColour(discOf([200, 30, 40], [255, 255, 255]))).toBeUndefined();
  expect(toneOfColour(discOf(RED, GREEN, [40, 80, 220]))).toBeUndefined();
  expect(toneOfColour(discOf([90, 90, 90], [92, 92, 92]))).toBeUndefined();
  const clear = discOf(RED, GREEN);
  clear.data[3] = 0;
  expect(toneOfColour(clear)).toBeUndefined();
});
