import { quietContext } from '../context';
import { coloured, drawn } from '../testing/pictures';
import { findBackground } from './background';
import { mirroredPoints, pouredArea, replayStrokes } from './hand';
import type { Separated } from './separated';
import type { Stroke } from './strokes';

const ring = drawn(100, 80, (x, y) => Math.abs(Math.hypot(x - 50, y - 40) - 25) < 3);
const picture = coloured(ring);
const separated: Separated = {
  grey: ring,
  level: 127.5,
  inkTone: 0,
  paperTone: 255,
  lightOnDark: false,
  automatic: 128,
  threshold: 128,
};
const after = (...strokes: Stroke[]) => replayStrokes(separated, picture, strokes, quietContext).grey;
const area = (data: Uint8Array) => data.reduce((sum, tone) => sum + (255 - tone) / 255, 0);
const dark = ({ data }: { data: Uint8Array }) => area(data);

describe('replayStrokes', () => {
  it('leaves everything alone without a stroke', () => {
    expect(replayStrokes(separated, picture, [], quietContext)).toBe(separated);
  });

  it('brushes ink and paper with a round pen of exact width', () => {
    const line: Stroke = { kind: 'brush', tone: 'ink', width: 5, points: [5, 5, 45, 5] };
    expect(dark(after(line)) - area(ring.data)).toBeCloseTo(5 * 40 + Math.PI * 2.5 ** 2, -1);
    const dot: Stroke = { kind: 'brush', tone: 'paper', width: 12, points: [75, 40] };
    expect(after(dot).data[40 * 100 + 75]).toBe(255);
    // What was drawn first can be taken away by what follows.
    const rubbed = after(line, { ...line, tone: 'paper', width: 9 });
    expect(area(rubbed.data)).toBeCloseTo(area(ring.data), -1);
  });

  it('draws on both sides of an axis', () => {
    const points = [20, 10, 30, 12];
    expect(mirroredPoints(points, [50, 0, 50, 80])).toEqual([80, 10, 70, 12]);
    const both = after({ kind: 'brush', tone: 'ink', width: 4, points, axis: [50, 0, 50, 80] });
    for (let y = 0; y < 20; y++)
      for (let x = 0; x < 50; x++)
        expect(Math.abs(both.data[y * 100 + x] - both.data[y * 100 + 99 - x])).toBeLessThanOrEqual(1);
  });

  it('pours into what touches, or into all of a colour', () => {
    const inside = after({ kind: 'pour', tone: 'ink', at: [50, 40], tolerance: 5, everywhere: false });
    expect(area(inside.data)).toBeGreaterThan(Math.PI * 27 ** 2);
    expect(inside.data[0]).toBe(255);
    const all = pouredArea(picture, { at: [50, 40], tolerance: 5, everywhere: true });
    expect(all[0]).toBe(1);
    expect(pouredArea(picture, { at: [-5, 40], tolerance: 5, everywhere: true })).not.toContain(1);
  });

  it('leaves no hairline between what is poured and the ink beside it, and a drawn line there as it is', () => {
    // Ink on the left, a lighter colour on the right that is no ink, and three mixed pixels between them; below, a white line instead.
    const [width, height] = [60, 40];
    const tones = (x: number, y: number) =>
      y < 20
        ? [30, 30, 30, 60, 90, 120, 150][Math.max(0, Math.min(6, x - 27))]
        : x < 29
          ? 30
          : x < 32
            ? 255
            : 150;
    const grey = {
      width,
      height,
      data: Uint8Array.from({ length: width * height }, (_, i) => tones(i % width, Math.floor(i / width))),
    };
    const pour: Stroke = { kind: 'pour', tone: 'ink', at: [50, 5], tolerance: 5, everywhere: false };
    const { data } = replayStrokes(
      { ...separated, grey, level: 50 },
      coloured(grey),
      [pour],
      quietContext,
    ).grey;
    for (let x = 0; x < width; x++) {
      expect(data[5 * width + x]).toBeLessThan(50);
      expect(data[35 * width + x] < 50).toBe(x < 29 || x > 31);
    }
  });

  it('keeps or drops what a loop holds', () => {
    const left = [0, 0, 50, 0, 50, 80, 0, 80];
    const kept = after({ kind: 'loop', does: 'keep', points: left });
    const dropped = after({ kind: 'loop', does: 'drop', points: left });
    expect(area(kept.data) + area(dropped.data)).toBeCloseTo(area(ring.data), 3);
    expect(kept.data.subarray(40 * 100 + 60, 40 * 100 + 100).every((tone) => tone === 255)).toBe(true);
  });

  it('says so when a loop leaves nothing', () => {
    expect(() => after({ kind: 'loop', does: 'keep', points: [2, 2, 6, 2, 6, 6] })).toThrow('leaves no ink');
  });

  it('fills the inside of a closed line, all or one', () => {
    expect(area(after({ kind: 'inside', at: null }).data)).toBeCloseTo(Math.PI * 28 ** 2, -2);
    expect(after({ kind: 'inside', at: [3, 3] }).data).toEqual(ring.data);
    expect(area(after({ kind: 'inside', at: [50, 40] }).data)).toBeGreaterThan(2400);
  });

  it('mirrors half a sketch', () => {
    const half = after(
      { kind: 'loop', does: 'keep', points: [0, 0, 50, 0, 50, 80, 0, 80] },
      { kind: 'mirror', axis: [50, 80, 50, 0] },
    );
    expect(Math.abs(area(half.data) / area(ring.data) - 1)).toBeLessThan(0.005);
  });
});

describe('findBackground', () => {
  const nothing = { tolerance: null, away: [], keep: [] };
  it('is nothing unless asked for', () => {
    expect(findBackground(picture, nothing, quietContext)).toBeUndefined();
  });
  it('goes away from the rim by colour, as far as it hangs together', () => {
    const found = findBackground(picture, { ...nothing, tolerance: 6 }, quietContext);
    expect(found?.[0]).toBe(1);
    expect(found?.[40 * 100 + 50]).toBe(0);
  });
  it('goes where it is clicked', () => {
    const found = findBackground(picture, { ...nothing, away: [50, 40] }, quietContext);
    expect([found?.[0], found?.[40 * 100 + 50]]).toEqual([0, 1]);
  });
  it('leaves only what is clicked to be kept', () => {
    const found = findBackground(picture, { ...nothing, keep: [75, 40] }, quietContext);
    expect([found?.[0], found?.[40 * 100 + 50], found?.[40 * 100 + 75]]).toEqual([1, 1, 0]);
  });
});
