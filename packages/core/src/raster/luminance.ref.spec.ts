import { decodeSrgb, encodeSrgb } from './luminance';
import { luminance } from './grey';

describe('sRGB transfer function (IEC 61966-2-1)', () => {
  it('is linear below 0.04045 and has the published exponent above', () => {
    expect(decodeSrgb(0.04045)).toBeCloseTo(0.04045 / 12.92, 12);
    expect(decodeSrgb(1)).toBe(1);
    expect(decodeSrgb(0.5)).toBeCloseTo(((0.5 + 0.055) / 1.055) ** 2.4, 12);
  });

  it('goes there and back', () => {
    for (let value = 0; value <= 255; value++)
      expect(encodeSrgb(decodeSrgb(value / 255)) * 255).toBeCloseTo(value, 3);
  });
});

describe('luminance (ITU-R BT.709: 0.2126, 0.7152, 0.0722 on linear light)', () => {
  it.each([
    ['red', 255, 0, 0, 0.2126],
    ['green', 0, 255, 0, 0.7152],
    ['blue', 0, 0, 255, 0.0722],
  ])('weighs %s', (_name, red, green, blue, weight) => {
    expect(luminance(red, green, blue)).toBe(Math.round(255 * encodeSrgb(weight)));
  });

  it('leaves every grey as it is', () => {
    for (let tone = 0; tone <= 255; tone++) expect(luminance(tone, tone, tone)).toBe(tone);
  });
});
