import { MATERIALS, type Rehearsal, TOOLS, rehearsedFile } from '@drelk/core';
import { SheetDrawing } from './sheet-drawing';

/** So many squares in a row, cut out one after another. */
const squares = (count: number): Rehearsal =>
  rehearsedFile(
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${12 * count}mm" height="20mm" viewBox="0 0 ${12 * count} 20">` +
        Array.from({ length: count }, (_, k) => `<path d="M${12 * k + 1} 5h10v10h-10z"/>`).join('') +
        '</svg>',
    ),
    'squares.svg',
    { material: MATERIALS[0], tool: TOOLS[0] },
  ).rehearsal;
const EYE = { scale: 2, x: 0, y: 0 };

/** What canvases are told to do, by name: jsdom draws nothing. */
function drawn() {
  const told: Record<string, number> = {};
  const context = new Proxy({} as Record<string, unknown>, {
    get: (own, name: string) => (name in own ? own[name] : () => void (told[name] = (told[name] ?? 0) + 1)),
  });
  jest.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(context as never);
  const now = jest.spyOn(performance, 'now').mockReturnValue(0);
  return { told, now };
}

/** A path that is remembered by nobody. */
class PathStub {
  addPath(): void {
    return;
  }
  rect(): void {
    return;
  }
}

beforeAll(() => Object.assign(globalThis, { Path2D: PathStub }));
afterEach(() => jest.restoreAllMocks());

describe('the sheet', () => {
  it('is drawn on while the clock runs, each move once', () => {
    const rehearsal = squares(20);
    const strokesOf = (moments: number[]) => {
      const { told } = drawn();
      const drawing = new SheetDrawing(rehearsal);
      const canvas = document.createElement('canvas');
      for (const share of moments)
        expect(drawing.draw(canvas, EYE, 1, share * rehearsal.seconds)).toBe(false);
      jest.restoreAllMocks();
      return told;
    };
    const once = strokesOf([1]);
    const often = strokesOf([0, 0.3, 0.6, 1]);
    expect(once['fillRect']).toBe(1);
    expect(often['fillRect']).toBe(1);
    // A move that is begun in one frame and ended in another is stroked in two, and the head in each.
    expect(often['stroke']).toBeLessThan(once['stroke'] + 4 * 3);
    expect(often['fill']).toBe(once['fill']);
  });

  it('goes back to a state that was kept, and draws on from there', () => {
    const { told } = drawn();
    const rehearsal = squares(64);
    const drawing = new SheetDrawing(rehearsal);
    const canvas = document.createElement('canvas');
    drawing.draw(canvas, EYE, 1, rehearsal.seconds);
    const whole = told['stroke'];
    drawing.draw(canvas, EYE, 1, 0.8 * rehearsal.seconds);
    expect(told['fillRect']).toBe(1);
    // No more than a sixteenth of it, and the head.
    expect(told['stroke'] - whole).toBeLessThan(whole / 8);
  });

  it('seen from elsewhere is moved, and drawn anew a spell in each frame', () => {
    const { told, now } = drawn();
    const rehearsal = squares(64);
    const drawing = new SheetDrawing(rehearsal);
    const canvas = document.createElement('canvas');
    drawing.draw(canvas, EYE, 1, rehearsal.seconds);
    const whole = told['stroke'];
    // Each look at the clock is 5 ms later.
    let passed = 0;
    now.mockImplementation(() => (passed += 5));
    let frames = 1;
    while (drawing.draw(canvas, { scale: 3, x: 5, y: 9 }, 1, rehearsal.seconds)) frames++;
    expect(frames).toBeGreaterThan(3);
    expect(told['stroke']).toBeLessThan(2 * whole + 2 * frames + 2);
  });
});
