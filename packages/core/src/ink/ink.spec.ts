import { quietContext } from '../context';
import { drawn } from '../testing/pictures';
import { type InkSettings, makeInk } from './ink';

const settings: InkSettings = { threshold: 'auto', ink: 'auto', specks: 4, pinholes: 4 };
const disc = drawn(60, 60, (x, y) => Math.hypot(x - 30, y - 30) < 20);
const negative = { ...disc, data: disc.data.map((tone) => 255 - tone) };

describe('makeInk', () => {
  it('puts the level where a rim pixel is half covered', () => {
    const ink = makeInk(disc, settings, quietContext);
    expect(ink.level).toBe(127.5);
    expect(ink.lightOnDark).toBe(false);
    expect(Math.abs(ink.inkPixels - Math.PI * 400)).toBeLessThan(8);
  });

  it('turns light on dark over, and comes to the same', () => {
    const ink = makeInk(negative, settings, quietContext);
    expect(ink.lightOnDark).toBe(true);
    expect([...ink.grey.data]).toEqual([...disc.data]);
  });

  it('takes the tone it is told', () => {
    const ink = makeInk(disc, { ...settings, ink: 'light' }, quietContext);
    expect(ink.inkPixels).toBeGreaterThan(2000);
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
    const ink = makeInk(spoiled, settings, quietContext);
    expect([ink.specks, ink.pinholes]).toEqual([1, 1]);
    expect(spoiled.data[3 * 60 + 3]).toBe(0);
  });

  it.each([
    ['all white', new Uint8Array(400).fill(255)],
    ['white with a little noise', Uint8Array.from({ length: 400 }, (_, i) => 250 + (i % 5))],
  ])('says that nothing is ink in a picture %s', (_name, data) => {
    expect(() => makeInk({ width: 20, height: 20, data }, settings, quietContext)).toThrow(
      'Nothing here is ink',
    );
  });

  it('says so when the threshold leaves nothing', () => {
    expect(() => makeInk(disc, { ...settings, threshold: 0 }, quietContext)).toThrow('Nothing here is ink');
  });
});
