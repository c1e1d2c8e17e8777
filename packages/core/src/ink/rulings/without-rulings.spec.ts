import { quietContext } from '../../context';
import type { ColourPicture, GreyPicture } from '../../raster';
import { coloured, drawn, random } from '../../testing/pictures';
import { withoutRulings } from './without-rulings';

type Colour = readonly [number, number, number];
const WIDE = 700;
const HIGH = 520;
const RING = drawn(WIDE, HIGH, (x, y) => Math.abs(Math.hypot(x - 350, y - 260) - 150) < 3.5, 4);
const BARE = drawn(WIDE, HIGH, () => false);
const BLUE: Colour = [120, 160, 215];

/** Paper with ruled lines, turned a little, under a drawing, with the grain of a scanner. */
function ruled(
  drawing: GreyPicture,
  { level = 0, upright = 0, margin = 0, line = BLUE, ink = [70, 70, 74] as Colour },
): ColourPicture {
  const next = random(3);
  const turn = 0.012;
  const off = (at: number, period: number) => Math.abs(at - period * Math.round(at / period));
  const data = new Uint8Array(4 * WIDE * HIGH);
  for (let y = 0, i = 0; y < HIGH; y++) {
    for (let x = 0; x < WIDE; x++, i++) {
      const [u, v] = [x - turn * y, y + turn * x];
      const far = Math.min(level ? off(v, level) : 9, upright ? off(u, upright) : 9);
      const ruling = Math.max(0, Math.min(1, 1.4 - far));
      const red = margin ? Math.max(0, Math.min(1, 1.4 - Math.abs(u - margin))) : 0;
      const covered = 1 - drawing.data[i] / 255;
      const grain = 6 * (next() - 0.5);
      for (let c = 0; c < 3; c++) {
        const paper = 236 + ([236, 120, 130][c] - 236) * red;
        const lined = paper + (line[c] - paper) * ruling;
        data[4 * i + c] = Math.round(lined + (ink[c] - lined) * covered + grain);
      }
      data[4 * i + 3] = 255;
    }
  }
  return { width: WIDE, height: HIGH, data };
}

const of = (picture: ColourPicture) => withoutRulings(picture, quietContext);

/** How many pixels are ink where the drawing has none, and none where it has some, its rim left out. */
function wrong({ data }: ColourPicture, drawing: GreyPicture, level = 150): { more: number; less: number } {
  let [more, less] = [0, 0];
  drawing.data.forEach((tone, i) => {
    if (tone > 250 && data[4 * i] < level + 40) more++;
    if (tone < 5 && data[4 * i] > level) less++;
  });
  return { more, less };
}

describe('rulings', () => {
  it('of squared paper go, and what is drawn across them is not bitten', () => {
    const picture = ruled(RING, { level: 31, upright: 31 });
    expect(wrong(picture, RING).more).toBeGreaterThan(10_000);
    const found = of(picture);
    expect(found?.level).toBeGreaterThanOrEqual(15);
    expect(found?.upright).toBeGreaterThanOrEqual(20);
    expect(wrong(found?.picture ?? picture, RING)).toEqual({ more: 0, less: 0 });
  });

  it('of lined paper go with the red line of the margin', () => {
    const picture = ruled(RING, { level: 40, margin: 90, line: [165, 168, 172] });
    const found = of(picture);
    expect(found).toMatchObject({ upright: 1 });
    expect(wrong(found?.picture ?? picture, RING)).toEqual({ more: 0, less: 0 });
  });

  it('as dark as ink go where they have a colour of their own', () => {
    const picture = ruled(RING, { level: 33, upright: 33, line: [60, 110, 200], ink: [80, 80, 84] });
    expect(of(picture)?.level).toBeGreaterThanOrEqual(14);
  });

  it('are left where they are the drawing', () => {
    const comb = drawn(WIDE, HIGH, (_x, y) => y % 40 < 5, 4);
    expect(of(coloured(comb))).toBeUndefined();
    expect(
      of(ruled(BARE, { level: 31, upright: 31, line: [120, 120, 120], ink: [120, 120, 120] })),
    ).toBeUndefined();
  });

  it('are not seen in rows of letters, nor where there are none', () => {
    const rows = drawn(WIDE, HIGH, (x, y) => y % 40 < 18 && x % 13 < 4 && (x * 7 + y) % 5 > 0, 4);
    expect(of(ruled(rows, {}))).toBeUndefined();
    expect(of(ruled(RING, {}))).toBeUndefined();
  });

  it('leave the picture that came in as it was', () => {
    const picture = ruled(RING, { level: 31, upright: 31 });
    const before = Uint8Array.from(picture.data);
    of(picture);
    expect(Buffer.compare(before, Uint8Array.from(picture.data))).toBe(0);
  });
});
