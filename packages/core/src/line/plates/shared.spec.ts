import { quietContext } from '../../context';
import { type Shape, contoursOf, eachSegment, signedArea } from '../../geometry';
import { random } from '../../testing/pictures';
import { PAPER, type PlateMap, traceBorders } from './borders';
import { tracePlates } from './shared';

const options = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5 };
const half = () => 0.5;

function mapOf(width: number, height: number, label: (x: number, y: number) => number): PlateMap {
  const labels = Uint8Array.from({ length: width * height }, (_, i) =>
    label((i % width) + 0.5, Math.floor(i / width) + 0.5),
  );
  return { width, height, labels };
}

/** A disc in three sectors on paper, in the middle of which a fourth plate lies. */
const pie = mapOf(120, 120, (x, y) => {
  const far = Math.hypot(x - 60, y - 60);
  if (far > 50) return PAPER;
  if (far < 15) return 3;
  return Math.floor(((Math.atan2(y - 60, x - 60) + Math.PI) / (2 * Math.PI)) * 3) % 3;
});

const area = (shapes: readonly Shape[]) =>
  contoursOf(shapes).reduce((sum, contour) => sum + signedArea(contour), 0);

/** Every segment of a contour, written the same whichever way it is walked. */
function segments(shapes: readonly Shape[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const contour of contoursOf(shapes)) {
    eachSegment(contour, (from, segment) => {
      const there = JSON.stringify([from.x, from.y, segment.x, segment.y]);
      const back = JSON.stringify([segment.x, segment.y, from.x, from.y]);
      const key = there < back ? there : back;
      found.set(key, (found.get(key) ?? 0) + 1);
    });
  }
  return found;
}

describe('traceBorders', () => {
  it('finds each border once, from meeting to meeting', () => {
    const borders = traceBorders(pie, half, quietContext);
    // Three arcs outside, three spokes, three arcs around the middle.
    expect(borders).toHaveLength(9);
    expect(borders.some(({ around }) => around)).toBe(false);
  });

  it('goes around a plate that meets no third', () => {
    const disc = mapOf(60, 60, (x, y) => (Math.hypot(x - 30, y - 30) < 20 ? 0 : PAPER));
    const [border] = traceBorders(disc, half, quietContext);
    expect(border).toMatchObject({ around: true });
    expect([border.left, border.right].sort()).toEqual([0, PAPER]);
  });
});

describe('tracePlates', () => {
  const { shapes } = tracePlates(pie, half, options, quietContext);

  it('gives each plate its shape', () => {
    expect(shapes.map(({ plate }) => plate)).toEqual([0, 1, 2, 3]);
  });

  it('leaves no gap and no overlap: the areas add up to the disc', () => {
    const whole = Math.PI * 50 * 50;
    expect(Math.abs(area(shapes) / whole - 1)).toBeLessThan(0.005);
  });

  it('uses every inner border twice, number for number', () => {
    const counts = [...segments(shapes).values()];
    expect(counts.every((count) => count === 1 || count === 2)).toBe(true);
    expect(counts.filter((count) => count === 2).length).toBeGreaterThan(5);
    expect(contoursOf(shapes).every(({ closed }) => closed)).toBe(true);
  });

  it('lets borders end exactly where they meet, however rough they are', () => {
    const next = random(9);
    const rough = mapOf(90, 90, (x, y) => {
      const far = Math.hypot(x - 45, y - 45) + 3 * next();
      return far > 40 ? PAPER : x + 4 * next() < 45 ? 0 : 1;
    });
    for (const { start, segments } of contoursOf(tracePlates(rough, half, options, quietContext).shapes)) {
      const last = segments[segments.length - 1];
      expect([last.x, last.y]).toEqual([start.x, start.y]);
    }
  });

  it('keeps plates that touch at a corner only apart', () => {
    const chequers = mapOf(40, 40, (x, y) =>
      x > 4 && y > 4 && x < 36 && y < 36 && x < 20 === y < 20 ? 0 : PAPER,
    );
    const found = tracePlates(chequers, half, options, quietContext).shapes;
    expect(found).toHaveLength(2);
  });
});
