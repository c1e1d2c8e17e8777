import { homographyBetween, mapPoint } from '../geometry';
import { planSquare } from './plan';
import { aspectOf, cornerPoints } from './quadrilateral';
import { RECTANGLES, type SquareSettings } from './settings';

/**
 * Corners of a rectangle as a pinhole camera sees them: `width` x `height`, leaning by `tilt` and turned by `pan`
 * (radians), at `distance`, focal length in pixels, the picture 1600 x 1200.
 */
function seen(
  width: number,
  height: number,
  tilt: number,
  pan: number,
  distance: number,
  focal = 1500,
): number[] {
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].flatMap(([sx, sy]) => {
    const [x, y] = [(sx * width) / 2, (sy * height) / 2];
    const [leanedY, leanedZ] = [y * Math.cos(tilt), -y * Math.sin(tilt)];
    const depth = distance + leanedZ * Math.cos(pan) - x * Math.sin(pan);
    const across = x * Math.cos(pan) + leanedZ * Math.sin(pan);
    return [800 + (focal * across) / depth, 600 + (focal * leanedY) / depth];
  });
}
const picture = { width: 1600, height: 1200 };
const settings: Omit<SquareSettings, 'flatten'> = {
  turn: 0,
  mirror: false,
  angle: 0,
  crop: null,
  scale: { by: 'file' },
};
const degrees = (angle: number) => (angle * Math.PI) / 180;

describe('aspectOf (Zhang and He 2007, section 3.2)', () => {
  it.each([
    ['A4, ISO 216', 297, 210, 20, 15],
    ['A4 upright', 210, 297, -25, 10],
    ['a bank card, ISO/IEC 7810 ID-1', 85.6, 53.98, 30, -20],
    ['a square, tilted 45 degrees', 200, 200, 45, 12],
    ['Letter, hardly tilted', 279.4, 215.9, 2, 1],
  ])('%s', (_name, width, height, tilt, pan) => {
    const corners = seen(width, height, degrees(tilt), degrees(pan), 2.2 * Math.max(width, height));
    expect(Math.abs(aspectOf(cornerPoints(corners), picture).aspect / (width / height) - 1)).toBeLessThan(
      0.01,
    );
  });
});

describe('scale from a known rectangle', () => {
  it.each([
    ['a4', 'width', 297, 210],
    ['a4', 'height', 210, 297],
    ['card', 'width', 85.6, 53.98],
    ['letter', 'height', 215.9, 279.4],
    ['a3', 'width', 420, 297],
  ] as const)('%s lying with its long side as %s', (name, _side, width, height) => {
    const corners = seen(width, height, degrees(28), degrees(-9), 2 * Math.max(width, height));
    const scale = { by: 'rectangle' as const, name, ...RECTANGLES[name] };
    const plan = planSquare(picture, { ...settings, scale }, corners, 300);
    expect(plan.scale.from).toBe('rectangle');
    const millimetres = plan.scale.millimetresPerPixel ?? 0;
    // Where the sheet's middle lies, a step along its side is as long as it was.
    const toSheet = homographyBetween(cornerPoints(corners), [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ]);
    if (!toSheet) throw new Error('The sheet is seen edge on.');
    const a = mapPoint(plan.toSource, { x: 100, y: 100 });
    const b = mapPoint(plan.toSource, { x: 300, y: 250 });
    const from = mapPoint(toSheet, a);
    const to = mapPoint(toSheet, b);
    expect(Math.abs(Math.hypot(to.x - from.x, to.y - from.y) / (250 * millimetres) - 1)).toBeLessThan(1e-6);
    expect(plan.scale.uncertainty).toBeLessThan(0.002);
  });
});

describe('scale', () => {
  const ruler = (to: number, length: number) => ({
    by: 'ruler' as const,
    from: [100, 50] as [number, number],
    to: [to, 50] as [number, number],
    length,
  });

  it('from a ruler is the length over the pixels between, and the surer the longer', () => {
    const near = planSquare(picture, { ...settings, scale: ruler(200, 10) }, null, 96).scale;
    const far = planSquare(picture, { ...settings, scale: ruler(1100, 100) }, null, 96).scale;
    expect(near.from).toBe('ruler');
    expect(near.millimetresPerPixel).toBeCloseTo(0.1, 12);
    expect(far.millimetresPerPixel).toBeCloseTo(0.1, 12);
    expect(far.uncertainty).toBeLessThan(near.uncertainty / 9);
  });

  it('is the file’s where nothing else is set, until the picture is flattened', () => {
    const own = planSquare(picture, settings, null, 254).scale;
    expect(own.from).toBe('file');
    expect(own.millimetresPerPixel).toBeCloseTo(0.1, 12);
    expect(planSquare(picture, { ...settings, angle: 0.1 }, null, 254).scale.millimetresPerPixel).toBeCloseTo(
      0.1,
    );
    const corners = seen(200, 150, 0.3, 0.1, 400);
    expect(planSquare(picture, settings, corners, 254).scale).toMatchObject({
      from: 'none',
      millimetresPerPixel: null,
    });
    expect(planSquare(picture, settings, null, null).scale.from).toBe('none');
  });

  it('says so when the two points lie on each other', () => {
    expect(() => planSquare(picture, { ...settings, scale: ruler(103, 57) }, null, null)).toThrow(
      'too close together',
    );
  });
});

it.each([
  ['cross', [0, 0, 100, 0, 0, 100, 100, 100], 'cross each other'],
  ['lie on one line', [0, 0, 50, 0.1, 100, 0, 0, 100], 'lie on one line'],
  ['are one place', [5, 5, 5, 5, 5, 5, 5, 5], 'lie on one line'],
])('corners that %s are refused with a sentence', (_name, corners, sentence) => {
  expect(() => planSquare(picture, settings, corners, null)).toThrow(sentence);
});
