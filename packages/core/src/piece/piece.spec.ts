import { packPaths } from '../geometry';
import { PIECE, RING, TOOLS } from '../testing/pieces';
import { makePiece } from './piece';
import { type KnownScale, SCREEN_PIXEL, scaleFor } from './scale';

const artwork = RING;
const settings = PIECE;

describe('makePiece', () => {
  it('lays the artwork down with its frame’s upper left at the origin', () => {
    const { frame, paths, artwork: box } = makePiece(artwork, settings, TOOLS);
    expect(frame).toEqual({ left: 0, top: 0, right: 4, bottom: 4 });
    expect(paths[0].shape.outer.start).toEqual({ x: 4, y: 2 });
    expect(box?.right).toBeCloseTo(4, 12);
  });

  it('has items, whose paths say where they come from and what is done along them', () => {
    const { items, paths } = makePiece(artwork, settings, TOOLS);
    expect(items.map(({ id, kind }) => [id, kind])).toEqual([[1, 'artwork']]);
    expect(paths).toEqual(items[0].paths.map((path) => ({ ...path, item: 1 })));
    expect(paths[0]).toMatchObject({
      item: 1,
      task: 'cut-through',
      sources: [1, 2],
      plate: { name: 'tea', colour: '#aa7722' },
    });
  });

  it.each([
    ['artwork', 'width', 60, 60, 60],
    ['artwork', 'height', 30, 30, 30],
    ['picture', 'width', 100, 100, 80],
    ['picture', 'height', 160, 200, 160],
  ] as const)('makes the %s’s %s exactly %d mm', (by, edge, length, width, height) => {
    const { frame, scale } = makePiece(artwork, { ...settings, by, edge, length }, TOOLS);
    expect(frame.right).toBeCloseTo(width, 9);
    expect(frame.bottom).toBeCloseTo(height, 9);
    expect(scale.source).toBe('length');
  });

  it('is the bare frame where there is no path', () => {
    const { frame, paths, artwork: box } = makePiece({ ...artwork, paths: packPaths([]) }, settings, TOOLS);
    expect([paths, box]).toEqual([[], undefined]);
    expect(frame.right).toBeCloseTo(10, 12);
  });
});

describe('scaleFor', () => {
  const none: KnownScale = { from: 'none', millimetresPerPixel: SCREEN_PIXEL };

  it('is a screen’s where nothing is known: 96 pixels an inch (CSS Values and Units, 6.2)', () => {
    const scale = scaleFor(settings, artwork.frame, undefined, none);
    expect(scale.source).toBe('none');
    expect(scale.millimetresPerPixel * 96).toBeCloseTo(25.4, 12);
  });

  it.each([0, -3, 0.01, 1e9, NaN])('refuses a length of %d mm', (length) => {
    expect(() => scaleFor({ ...settings, length }, artwork.frame, undefined, none)).toThrow('cannot be made');
  });
});
