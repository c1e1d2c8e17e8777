import { quietContext } from '../../context';
import { coloured, drawn, random } from '../../testing/pictures';
import { type Separated } from '../separated';
import { separateByEdges } from '../by-edges';
import { toGrey } from '../../raster';
import { type CleanNumbers, clean } from './clean';
import { signedDistance } from './signed-distance';

const NOTHING: CleanNumbers = {
  specks: 0,
  pinholes: 0,
  rims: 0,
  gaps: 0,
  thinnest: 0,
  grow: 0,
  largest: null,
  necks: 0,
};
const of = (inside: (x: number, y: number) => boolean, size = 120): Separated => ({
  grey: drawn(size, size, inside, 8),
  level: 127.5,
  inkTone: 0,
  paperTone: 255,
  lightOnDark: false,
  automatic: 128,
  threshold: 128,
});
const cleaned = (separated: Separated, settings: Partial<CleanNumbers>) =>
  clean(separated, { ...NOTHING, ...settings }, quietContext);
const area = ({ data, level }: { data: Uint8Array; level: number }) =>
  data.reduce((sum, tone) => sum + Math.min(1, Math.max(0, 0.5 + (level - tone) / 255)), 0);
const disc = of((x, y) => Math.hypot(x - 60, y - 60) < 30);

it('signed distances, where they matter, are those of the true rim to a sixth of a pixel', () => {
  const { grey, level } = disc;
  const distance = signedDistance({ ...grey, level }, [0, 5, -8], quietContext);
  let worst = 0;
  distance.forEach((value, i) => {
    const true_ = Math.hypot((i % 120) + 0.5 - 60, Math.floor(i / 120) + 0.5 - 60) - 30;
    if ([0, 5, -8].some((matters) => Math.abs(true_ - matters) < 1.5))
      worst = Math.max(worst, Math.abs(value - true_));
  });
  expect(worst).toBeLessThan(1 / 6);
});

it('the hole of a ring that is dropped as a speck is paper, not ink', () => {
  const ring = of(
    (x, y) => Math.abs(Math.hypot(x - 30, y - 30) - 4) < 1.5 || Math.hypot(x - 80, y - 80) < 20,
  );
  const counts = [10, 30, 90].map(
    (size) => cleaned(ring, { specks: size, pinholes: size }).counts.components,
  );
  expect(counts).toEqual([2, 2, 1]);
});

it('the more is dropped the fewer areas are left', () => {
  const next = random(7);
  const dots = Array.from(
    { length: 160 },
    () => [120 * next(), 120 * next(), 1 + 6 * next(), next() < 0.4] as const,
  );
  const messy = of((x, y) =>
    dots.reduce((is, [cx, cy, r, hole]) => (Math.hypot(x - cx, y - cy) < r ? !hole : is), false),
  );
  const left = [0, 2, 4, 8, 12, 20, 40, 80, 160].map(
    (size) => cleaned(messy, { specks: size, pinholes: size }).counts.components,
  );
  left.slice(1).forEach((count, k) => expect(count).toBeLessThanOrEqual(left[k]));
});

describe('growing', () => {
  it.each([4, 0.5, -3, -12.25])('by %d changes a disc’s radius by just that', (by) => {
    const { sheet } = cleaned(disc, { grow: by });
    expect(Math.sqrt(area(sheet) / Math.PI)).toBeCloseTo(30 + by, 1);
  });

  it('that would leave nothing, or nothing else, is refused with a sentence', () => {
    expect(() => cleaned(disc, { grow: -31 })).toThrow('no ink is left');
    expect(() => cleaned(disc, { grow: 90 })).toThrow('swallows the whole picture');
  });
});

describe('thin strokes', () => {
  it('are brought up to a width, thick ones left alone', () => {
    const both = of(
      (x, y) => (Math.abs(y - 30) < 1.2 && x > 15 && x < 105) || Math.hypot(x - 60, y - 80) < 22,
    );
    const { sheet } = cleaned(both, { thinnest: 8 });
    const column = (x: number, from: number, to: number) => {
      let sum = 0;
      for (let y = from; y < to; y++) sum += (255 - sheet.data[y * 120 + x]) / 255;
      return sum;
    };
    expect(Math.abs(column(60, 10, 50) - 8)).toBeLessThan(1.1);
    expect(Math.abs(column(60, 56, 104) - 44)).toBeLessThan(0.6);
  });
});

describe('ragged rims', () => {
  const next = random(4);
  const jitter = Array.from({ length: 121 }, () => 2.4 * (next() - 0.5));
  const ragged = of((x, y) => Math.abs(x - 60) < 35 && y > 40 + jitter[Math.floor(x)] && y < 100);

  it('are evened, and corners stay', () => {
    const { sheet } = cleaned(ragged, { rims: 6 });
    const tops: number[] = [];
    for (let x = 35; x < 85; x++) {
      let y = 20;
      while (sheet.data[y * 120 + x] >= sheet.level) y++;
      tops.push(y);
    }
    const mean = tops.reduce((sum, y) => sum + y, 0) / tops.length;
    expect(Math.sqrt(tops.reduce((sum, y) => sum + (y - mean) ** 2, 0) / tops.length)).toBeLessThan(0.5);
    expect(sheet.data[98 * 120 + 26]).toBeLessThan(128);
    expect(sheet.data[98 * 120 + 93]).toBeLessThan(128);
  });
});

describe('gaps', () => {
  const broken = (gap: number) =>
    of(
      (x, y) => Math.abs(y - 60 - 0.2 * (x - 60)) < 3 && Math.abs(x - 60) < 45 && Math.abs(x - 60) > gap / 2,
    );

  it('up to a length are bridged along the stroke', () => {
    expect(cleaned(broken(8), {}).counts.components).toBe(2);
    const { counts, sheet } = cleaned(broken(8), { gaps: 12 });
    expect(counts).toMatchObject({ gaps: 1, components: 1 });
    expect(sheet.data[60 * 120 + 60]).toBeLessThan(40);
  });

  it('longer than that stay', () => {
    expect(cleaned(broken(20), { gaps: 8 }).counts).toMatchObject({ gaps: 0, components: 2 });
  });

  it('are not bridged between strokes that run side by side', () => {
    const beside = of((x, y) => (Math.abs(y - 50) < 3 || Math.abs(y - 62) < 3) && Math.abs(x - 60) < 40);
    expect(cleaned(beside, { gaps: 14 }).counts.components).toBe(2);
  });

  it('before a stroke that lies across are bridged too', () => {
    const tee = of(
      (x, y) =>
        (Math.abs(x - 60) < 3 && y > 46 && y < 100) || (Math.abs(y - 36) < 3 && Math.abs(x - 60) < 30),
    );
    expect(cleaned(tee, { gaps: 10 }).counts).toMatchObject({ gaps: 1, components: 1 });
  });
});

describe('components', () => {
  const three = of(
    (x, y) =>
      Math.hypot(x - 30, y - 60) < 20 || Math.hypot(x - 75, y - 60) < 22 || Math.hypot(x - 60, y - 15) < 6,
  );
  it('only the largest stay', () => {
    const { counts, sheet } = cleaned(three, { largest: 2 });
    expect(counts).toMatchObject({ dropped: 1, components: 2 });
    expect(sheet.data[15 * 120 + 60]).toBe(255);
  });

  it('near each other are joined by a neck as wide', () => {
    const { counts, sheet } = cleaned(three, { necks: 6 });
    expect(counts).toMatchObject({ necks: 1, components: 2 });
    let across = 0;
    for (let y = 40; y < 80; y++) across += (255 - sheet.data[y * 120 + 51]) / 255;
    expect(across).toBeGreaterThan(5);
  });
});

it('edges are drawn as lines of one width', () => {
  const grey = toGrey(coloured(disc.grey));
  const { grey: lines, level } = separateByEdges(
    grey,
    { fineness: 1.2, strength: 20, width: 3 },
    quietContext,
  );
  const drawnArea = lines.data.reduce((sum, tone) => sum + (tone < level ? 1 : 0), 0);
  expect(Math.abs(drawnArea / (2 * Math.PI * 30 * 3) - 1)).toBeLessThan(0.25);
});
