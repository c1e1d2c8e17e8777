import { type Drawing, USUAL_CHOICES } from '../format';
import { textOf } from '../format/text';
import { type Contour, circleContour, reverseContour } from '../geometry';
import { handOff } from './hand-off';

const settings = USUAL_CHOICES;
const drawing = (contours: Contour[]): Drawing => ({
  frame: { left: 0, top: 0, right: 100, bottom: 60 },
  units: 'mm',
  paths: contours.map((outer) => ({ task: 'cut-through', shape: { outer, holes: [] } })),
});
const disc = circleContour({ x: 50, y: 30 }, 20);

describe('handOff', () => {
  it.each([
    ['svg', { style: 'filled' }],
    ['svg', { style: 'lines', colours: 'black', unit: 'in' }],
    ['dxf', { release: 'r12' }],
    ['dxf', { release: '2000', unit: 'in', origin: 'drawn' }],
    ['dxf', { release: 'r12', curves: 'arcs', square: 'beside' }],
    ['dxf', { release: '2000', curves: 'chords', square: 'beside', unit: 'in' }],
    ['pdf', { paper: 'own' }],
    ['pdf', { paper: 'a4', style: 'filled' }],
  ] as const)('measures the %s it has read back (%o)', (format, some) => {
    const chosen = { ...settings, [format]: { ...settings[format], ...some } };
    const { readBack, name, bytes } = handOff(drawing([disc]), 'Tea', format, chosen);
    expect(name).toBe(`Tea.${format}`);
    expect(bytes.length).toBeGreaterThan(100);
    expect(readBack.contours).toBe(1);
    expect(Math.abs(readBack.area - Math.PI * 400)).toBeLessThan(1);
    expect(readBack.cutLength).toBeCloseTo(2 * Math.PI * 20, 1);
    expect(readBack.width).toBeCloseTo(40, 2);
    expect(readBack.worst).toBeLessThan(0.01);
  });

  it('lays the piece in the middle of the bed where that is its corner', () => {
    const chosen = { ...settings, dxf: { ...settings.dxf, origin: 'bed' } };
    const own = { ...drawing([disc]), bed: { width: 600, height: 400 } };
    const text = textOf(handOff(own, 'Tea', 'dxf', chosen).bytes);
    // The middle of the frame, which is the disc's, on that of the bed.
    expect(text).toContain('CIRCLE\n  8\nCUT_THROUGH\n 10\n300.0\n 20\n200.0\n');
    expect(textOf(handOff(drawing([disc]), 'Tea', 'dxf', chosen).bytes)).toContain(' 10\n50.0\n 20\n30.0\n');
  });

  it('has nothing to give where there is no path', () => {
    expect(() => handOff(drawing([]), 'Tea', 'svg', settings)).toThrow('There is no path to hand off');
  });

  it('gives out no open contour', () => {
    const open: Contour = { start: { x: 0, y: 0 }, segments: [{ kind: 'line', x: 9, y: 9 }], closed: false };
    expect(() => handOff(drawing([open]), 'Tea', 'dxf', settings)).toThrow('differs from the piece');
  });

  it('gives out nothing whose places a file cannot hold', () => {
    const lost = circleContour({ x: Number.NaN, y: 30 }, 20);
    expect(() => handOff(drawing([lost]), 'Tea', 'svg', settings)).toThrow();
  });

  it.each(['svg', 'dxf', 'pdf'] as const)(
    'measures the area of an %s that puts tasks in an order of its own',
    (format) => {
      const square = (x: number, side: number): Contour => ({
        start: { x, y: 10 },
        segments: [
          { kind: 'line', x, y: 10 + side },
          { kind: 'line', x: x + side, y: 10 + side },
          { kind: 'line', x: x + side, y: 10 },
          { kind: 'line', x, y: 10 },
        ],
        closed: true,
      });
      const turned = (contour: Contour) => reverseContour(contour);
      const paths = [
        { task: 'cut-through' as const, shape: { outer: square(0, 30), holes: [turned(square(5, 10))] } },
        { task: 'engrave' as const, shape: { outer: square(40, 25), holes: [] } },
        { task: 'cut-through' as const, shape: { outer: square(70, 20), holes: [turned(square(75, 5))] } },
      ];
      const { readBack } = handOff({ ...drawing([]), paths }, 'Tea', format, settings);
      expect(readBack.area).toBeCloseTo(900 - 100 + 625 + 400 - 25, 1);
    },
  );

  it('leaves guides out where that is chosen, and says nothing against it', () => {
    const guide = { task: 'guide' as const, shape: { outer: circleContour({ x: 20, y: 20 }, 5), holes: [] } };
    const whole = { ...drawing([disc]), paths: [...drawing([disc]).paths, guide] };
    for (const format of ['svg', 'dxf', 'pdf'] as const) {
      const without = { ...settings, [format]: { ...settings[format], guides: 'without' } };
      expect(handOff(whole, 'Tea', format, settings).readBack.contours).toBe(2);
      expect(handOff(whole, 'Tea', format, without).readBack.contours).toBe(1);
    }
  });

  it('counts single lines apart from what closes', () => {
    const line: Contour = { start: { x: 0, y: 0 }, segments: [{ kind: 'line', x: 9, y: 9 }], closed: false };
    const pen = { task: 'score' as const, shape: { outer: line, holes: [], pen: 2 } };
    const paths = [...drawing([disc]).paths, pen];
    expect(handOff({ ...drawing([]), paths }, 'Tea', 'svg', settings).readBack).toMatchObject({
      contours: 1,
      lines: 1,
    });
  });
});
