import { quietContext } from '../context';
import type { GreyPicture } from '../raster';
import { drawn } from '../testing/pictures';
import { separateByTone } from './by-tone';
import type { CleanNumbers } from './clean/clean';
import { makeInk } from './ink';
import type { InkSettings } from './settings';
import { makeTone, toneCurve } from './tone';

const disc = drawn(60, 60, (x, y) => Math.hypot(x - 30, y - 30) < 20);
const negative = { ...disc, data: disc.data.map((tone) => 255 - tone) };
const NO_TONE = { brightness: 0, contrast: 0, levelled: false };
const NO_CLEANING: CleanNumbers = {
  specks: 4,
  pinholes: 4,
  rims: 0,
  gaps: 0,
  thinnest: 0,
  grow: 0,
  largest: null,
  necks: 0,
};
const separated = (picture: GreyPicture, settings: Partial<Pick<InkSettings, 'threshold' | 'ink'>> = {}) =>
  separateByTone(
    makeTone(picture, NO_TONE, quietContext),
    { threshold: 'auto', ink: 'auto', ...settings },
    quietContext,
  );
const ink = (picture: GreyPicture, settings = {}) =>
  makeInk(separated(picture, settings), NO_CLEANING, quietContext);

describe('ink by tone', () => {
  it('puts the level where a rim pixel is half covered', () => {
    const { level, inkPixels } = ink(disc);
    expect(level).toBe(127.5);
    expect(Math.abs(inkPixels - Math.PI * 400)).toBeLessThan(8);
  });

  it('turns light on dark over, and comes to the same', () => {
    expect(separated(negative).lightOnDark).toBe(true);
    expect([...ink(negative).grey.data]).toEqual([...disc.data]);
  });

  it('takes the tone it is told', () => {
    expect(ink(disc, { ink: 'light' }).inkPixels).toBeGreaterThan(2000);
  });

  it('drops specks and pinholes below their areas, and no others', () => {
    const spoiled = { ...disc, data: disc.data.slice() };
    const dot = (x: number, y: number, size: number, tone: number) => {
      for (let k = 0; k < size; k++) spoiled.data[y * 60 + x + k] = tone;
    };
    dot(3, 3, 3, 0);
    dot(50, 5, 4, 0);
    dot(28, 30, 2, 255);
    dot(30, 36, 5, 255);
    const { cleaned } = ink(spoiled);
    expect(cleaned).toMatchObject({ specks: 1, pinholes: 1, components: 2 });
    expect(spoiled.data[3 * 60 + 3]).toBe(0);
  });

  it.each([
    ['all white', new Uint8Array(400).fill(255)],
    ['white with a little noise', Uint8Array.from({ length: 400 }, (_, i) => 250 + (i % 5))],
  ])('says that nothing is ink in a picture %s', (_name, data) => {
    expect(() => ink({ width: 20, height: 20, data })).toThrow('Nothing here is ink');
  });

  it('says so when the threshold leaves nothing', () => {
    expect(() => ink(disc, { threshold: 0 })).toThrow('Nothing here is ink');
  });
});

describe('brightness and contrast', () => {
  it('leave tones alone at nought', () => {
    expect([...toneCurve(0, 0)]).toEqual(Array.from({ length: 256 }, (_, tone) => tone));
  });

  it('move and spread them', () => {
    expect(toneCurve(40, 0)[100]).toBe(140);
    expect(toneCurve(0, 50)[100]).toBeLessThan(90);
    expect(toneCurve(0, -100)[10]).toBe(128);
  });

  it('count the histogram before and after', () => {
    const toned = makeTone(disc, { ...NO_TONE, brightness: -30 }, quietContext);
    expect(toned.before[255]).toBeGreaterThan(2000);
    expect(toned.after[225]).toBe(toned.before[255]);
  });
});
