import type { Mask } from '../../raster';
import { random } from '../../testing/pictures';
import { bandAround } from './band';
import { IN, OPEN, OUT, knownOf, placedOn } from './known';
import { CELLS, cellOf, unlikelihood } from './mixture';
import { onWhite } from './on-white';
import { softRim } from './rim';
import { wholeThing } from './whole-thing';

/** A mask from rows of characters, # for the thing. */
function maskOf(...rows: string[]): Mask {
  const data = Uint8Array.from(rows.join(''), (letter) => (letter === '#' ? 1 : 0));
  return { width: rows[0].length, height: rows.length, data };
}
const rowsOf = ({ width, data }: Mask) =>
  Array.from({ length: data.length / width }, (_, y) =>
    Array.from(data.subarray(y * width, (y + 1) * width), (value) => (value ? '#' : '.')).join(''),
  );

describe('how unlike colours are those counted', () => {
  it('is the density of one Gaussian, where there is one (worked by hand)', () => {
    const counts = new Float64Array(CELLS);
    counts[cellOf(100, 100, 100)] = 10;
    const unlike = unlikelihood(counts);
    // One cell: the variance is the least there is, 40, on each axis: ln((2 pi 40)^(3/2)) at its middle.
    expect(unlike(cellOf(100, 100, 100))).toBeCloseTo(1.5 * Math.log(2 * Math.PI * 40), 3);
    // Two cells on, 16 tones along red: 16^2 / 80 more.
    expect(unlike(cellOf(116, 100, 100)) - unlike(cellOf(100, 100, 100))).toBeCloseTo(256 / 80, 3);
  });

  it('tells clusters apart, each with its own spread', () => {
    const next = random(3);
    const counts = new Float64Array(CELLS);
    for (let k = 0; k < 4000; k++) {
      const noise = () => 20 * (next() - 0.5);
      const base = k % 2 ? [200, 60, 40] : [40, 80, 200];
      const [r, g, b] = base.map((value) => Math.round(value + noise()));
      counts[cellOf(r, g, b)]++;
    }
    const unlike = unlikelihood(counts);
    const between = unlike(cellOf(120, 70, 120));
    expect(unlike(cellOf(200, 60, 40))).toBeLessThan(between - 5);
    expect(unlike(cellOf(40, 80, 200))).toBeLessThan(between - 5);
  });
});

describe('a band around a rim', () => {
  it('has the pixels of both sides, with their steps', () => {
    const mask = maskOf('......', '..##..', '..##..', '......');
    const { pixels, ring } = bandAround(mask, 2);
    expect(Array.from(ring.subarray(0, 6))).toEqual(
      [2, 2, 1, 1, 2, 2].map((step, x) => (x === 0 || x === 5 ? 2 : step)),
    );
    expect(Array.from(pixels)).toEqual([...pixels].sort((a, b) => a - b));
    expect(pixels.length).toBe(ring.filter(Boolean).length);
  });

  it('is empty where there is no rim', () =>
    expect(bandAround(maskOf('....', '....'), 3).pixels).toHaveLength(0));
});

describe('the whole thing', () => {
  const bits = maskOf(
    '##########..........',
    '##########..........',
    '###.######........#.',
    '##########..........',
    '##########..........',
  );
  const open = () => new Uint8Array(bits.data.length).fill(OPEN);

  it('is without scattered bits; its holes stay, if they are large enough to be meant', () => {
    const whole = wholeThing(bits, open());
    expect(rowsOf(whole)[2]).toBe('###.######..........');
  });

  it('keeps what the hand marked', () => {
    const known = open();
    known[2 * 20 + 18] = IN;
    expect(rowsOf(wholeThing(bits, known))[2]).toBe('###.######........#.');
  });

  it('fills holes too small to be meant, but those that are marked out', () => {
    const large: Mask = { width: 100, height: 100, data: new Uint8Array(10_000).fill(1) };
    large.data[5050] = 0;
    const known = new Uint8Array(10_000).fill(OPEN);
    expect(wholeThing(large, known).data[5050]).toBe(1);
    known[5050] = OUT;
    expect(wholeThing(large, known).data[5050]).toBe(0);
  });
});

describe('what the hand said', () => {
  it('holds over the loop, the later mark over the earlier', () => {
    const mark = (says: 'in' | 'out', ...points: number[]) => ({ says, width: 3, points });
    const what = {
      loop: [2, 2, 12, 2, 12, 12, 2, 12],
      marks: [mark('in', 4.5, 7.5, 10.5, 7.5), mark('out', 7.5, 7.5)],
    };
    const known = knownOf(what, { width: 16, height: 16 });
    const at = (x: number, y: number) => known[y * 16 + x];
    expect([at(0, 0), at(3, 3), at(4, 7), at(7, 7)]).toEqual([OUT, OPEN, IN, OUT]);
  });

  it('moves and shrinks with the picture', () =>
    expect(placedOn({ loop: [10, 20, 30, 40], marks: [] }, 10, 20, 2).loop).toEqual([0, 0, 10, 10]));
});

describe('the rim of a thing', () => {
  it('lies where its colour is half of both sides’', () => {
    const [width, height, at] = [24, 12, 11.3];
    const data = new Uint8Array(4 * width * height).fill(255);
    for (let i = 0; i < width * height; i++) {
      const covered = Math.min(1, Math.max(0, at - (i % width)));
      for (let c = 0; c < 3; c++) data[4 * i + c] = 200 - 150 * covered;
    }
    // The mask is a pixel too wide.
    const mask = {
      width,
      height,
      data: Uint8Array.from({ length: width * height }, (_, i) => (i % width < 12 ? 1 : 0)),
    };
    const { data: tones } = softRim({ width, height, data }, mask);
    const row = 6 * width;
    let rim = NaN;
    for (let x = 8; x < 15; x++) {
      const [a, b] = [tones[row + x], tones[row + x + 1]];
      if (a < 127.5 && b >= 127.5) rim = x + 0.5 + (127.5 - a) / (b - a);
    }
    expect(Math.abs(rim - at)).toBeLessThan(0.15);
  });

  it('is mixed with white where the thing stands on white', () => {
    const picture = {
      width: 3,
      height: 1,
      data: Uint8Array.of(10, 20, 30, 255, 10, 20, 30, 255, 10, 20, 30, 255),
    };
    const cut = { width: 3, height: 1, data: Uint8Array.of(0, 255, 128) };
    const { data } = onWhite(picture, cut);
    expect(Array.from(data.subarray(0, 8))).toEqual([10, 20, 30, 255, 255, 255, 255, 255]);
    expect(Math.abs(data[8] - 133)).toBeLessThanOrEqual(1);
  });
});
