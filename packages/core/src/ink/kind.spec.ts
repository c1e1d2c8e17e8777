import { quietContext } from '../context';
import { type ColourPicture, gaussianBlur, toGrey } from '../raster';
import { coloured, drawn, random } from '../testing/pictures';
import { lookAt } from './kind';

const broad = drawn(240, 180, (x, y) => Math.hypot(x - 120, y - 90) < 60, 4);
const thin = drawn(400, 300, (x, y) => Math.abs(Math.hypot(x - 200, y - 150) - 90) < 2.5, 4);
/** Tones between two others, with noise. */
const printed = (
  { width, height, data }: typeof broad,
  dark: number,
  light: number,
  noise: number,
): ColourPicture => {
  const next = random(2);
  const tones = data.map(
    (tone) => dark + ((light - dark) * tone) / 255 + noise * (next() + next() + next() - 1.5) * 2,
  );
  return coloured({ width, height, data: tones });
};
const kind = (picture: ColourPicture) => lookAt(picture, toGrey(picture), quietContext).kind;

describe('lookAt', () => {
  it('sees a logo, however it was made', () => {
    expect(kind(coloured(broad))).toBe('logo');
    expect(kind(coloured(gaussianBlur(broad, 1.5)))).toBe('logo');
  });

  it('sees a line drawing, and a scan of one', () => {
    expect(kind(coloured(thin))).toBe('line');
    expect(kind(printed(thin, 40, 228, 0))).toBe('scan');
    expect(kind(printed(thin, 30, 240, 3))).toBe('scan');
  });

  it('sees a scan in broad ink with the noise of one', () => {
    expect(kind(printed(broad, 40, 228, 3))).toBe('scan');
    expect(kind(printed(broad, 40, 228, 8))).toBe('scan');
  });

  it('knows what it may as well be where a measure is near its mark, and only there', () => {
    const look = (picture: ColourPicture) => lookAt(picture, toGrey(picture), quietContext);
    expect(look(coloured(broad)).other).toBeUndefined();
    // Paper six tones off white makes a drawing a scan: this one has seven, that one thirty.
    const finer = drawn(400, 300, (x, y) => Math.abs(Math.hypot(x - 200, y - 150) - 90) < 1.5, 4);
    const near = look(printed(finer, 40, 248, 0));
    expect([near.kind, near.other]).toEqual(['scan', 'line']);
    expect(look(printed(finer, 40, 225, 0)).other).toBeUndefined();
  });

  it('sees a photo where light falls off', () => {
    const picture = printed(broad, 40, 228, 1);
    for (let i = 0; i < picture.data.length; i += 4) {
      const light = 1 - 0.5 * (((i / 4) % 240) / 240);
      picture.data[i] *= light;
      picture.data[i + 1] *= light * 0.97;
      picture.data[i + 2] *= light * 0.9;
    }
    expect(kind(picture)).toBe('photo');
  });

  it('sees ink on a paper that goes from dark to light, and in a shadow, for no relief', () => {
    const across = (ink: number, paper: (x: number) => number): ColourPicture => {
      const { width, height, data } = broad;
      return coloured({
        width,
        height,
        data: data.map((tone, i) => (tone / 255) * paper(i % width) + (1 - tone / 255) * ink),
      });
    };
    expect(kind(across(20, (x) => 110 + (140 * x) / 240))).toBe('photo');
    expect(kind(across(25, (x) => 240 * (1 - 0.45 * Math.exp(-x / 40))))).not.toBe('relief');
  });

  it('sees a relief in smooth greys', () => {
    const data = Uint8Array.from({ length: 240 * 180 }, (_, i) =>
      Math.round(Math.min(255, 40 + 1.4 * Math.hypot((i % 240) - 120, Math.floor(i / 240) - 90))),
    );
    expect(kind(coloured({ width: 240, height: 180, data }))).toBe('relief');
  });
});
