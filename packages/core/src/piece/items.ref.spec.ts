import fc from 'fast-check';
import {
  type Box,
  type Contour,
  IDENTITY,
  affineBack,
  affinePoint,
  boxHeight,
  boxOf,
  boxWidth,
  circleContour,
  contourLength,
  contoursOf,
  eachSegment,
  findCrossings,
  keptContour,
  nodeCount,
  packPaths,
  signedArea,
} from '../geometry';
import { leaf } from '../testing/curves';
import { PIECE, RING, TOOLS, board, border, holes, marks, outline, pieceOf, text } from '../testing/pieces';
import { checkItem } from './check-item';
import { makePiece } from './piece';
import { inTurn } from './place';
import {
  ARTWORK_ITEM,
  BOARD_FORMS,
  type CornerForm,
  type ItemSettings,
  SQUARE_CORNERS,
  placedOn,
} from './settings';
import { layOut } from './sheet';

const INCH = 25.4;
/** A form of one's own, in a size of its own: a leaf with a hole. */
const LEAF = leaf;
const INSIDE = circleContour(middleOf(leaf), 4, true);
const boxOfItem = (items: Record<number, ItemSettings>, id: number, more = {}): Box => {
  const item = pieceOf(items, more).items.find((one) => one.id === id);
  if (!item?.box) throw new Error(`nothing of ${id}: ${item?.problem?.message ?? ''}`);
  return item.box;
};
const contoursOfItem = (items: Record<number, ItemSettings>, id: number): Contour[] =>
  contoursOf((pieceOf(items).items.find((one) => one.id === id)?.paths ?? []).map(({ shape }) => shape));
const problemOf = (items: Record<number, ItemSettings>, id: number) =>
  pieceOf(items).items.find((one) => one.id === id)?.problem?.message;
function middleOf(contour: Contour) {
  const { left, top, right, bottom } = boxOf([contour]) as Box;
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
}
const size = (box: Box) => [boxWidth(box), boxHeight(box)];

describe('boards', () => {
  it.each(BOARD_FORMS.map((form) => [form]))(
    'a %s is as large as was asked for, closed and crosses nothing',
    (form) => {
      const own =
        form === 'disc'
          ? { width: 60, height: 60 }
          : form === 'arch'
            ? { width: 50, height: 70 }
            : { width: 90, height: 60 };
      const kept = form === 'own' ? [keptContour(LEAF, IDENTITY), keptContour(INSIDE, IDENTITY)] : [];
      const item = board({ form, ...own, own: kept });
      const box = boxOfItem({ 1: item }, 1);
      const contours = contoursOfItem({ 1: item }, 1);
      // A hexagon's width follows from its flats: 2 / sqrt 3 times as wide as it is high.
      const width =
        form === 'hexagon' ? 60 * (2 / Math.sqrt(3)) : form === 'ornament' ? boxWidth(box) : own.width;
      expect(boxWidth(box)).toBeCloseTo(width, 4);
      expect(boxHeight(box)).toBeCloseTo(own.height, 4);
      expect(contours.every(({ closed }) => closed)).toBe(true);
      expect(findCrossings(contours, 0.01)).toEqual([]);
      const [outer, ...rest] = contours;
      expect(signedArea(outer)).toBeGreaterThan(0);
      expect(rest.every((hole) => signedArea(hole) < 0)).toBe(true);
    },
  );

  // Published sizes: ISO/IEC 7810 ID-1, ISO 216 A5.
  it.each([
    [85.6, 53.98, 3.18],
    [148, 210, 0],
  ])(
    'a card of %d by %d mm with corners of %d mm: area and length by the closed formulas',
    (width, height, size) => {
      const [outer] = contoursOfItem(
        { 1: board({ width, height, corners: { form: 'round', size, on: [true, true, true, true] } }) },
        1,
      );
      expect(signedArea(outer)).toBeCloseTo(width * height - (4 - Math.PI) * size ** 2, 6);
      expect(contourLength(outer)).toBeCloseTo(2 * (width + height) - (8 - 2 * Math.PI) * size, 6);
    },
  );

  it.each([
    ['round', 1 - Math.PI / 4],
    ['scooped', Math.PI / 4],
    ['chamfered', 1 / 2],
    ['square', 0],
  ] as [CornerForm, number][])(
    '%s corners take their share of a square each, where they are wanted',
    (form, share) => {
      const [outer] = contoursOfItem(
        { 1: board({ corners: { form, size: 8, on: [true, false, false, true] } }) },
        1,
      );
      expect(signedArea(outer)).toBeCloseTo(100 * 60 - 2 * share * 64, 6);
      // All four corners square, or two of them with one node more.
      expect(nodeCount(outer)).toBe(form === 'square' ? 4 : 6);
    },
  );

  it.each([
    [board({ corners: { form: 'round', size: 31, on: [true, true, true, true] } }), 'larger than half'],
    [board({ form: 'arch', width: 90, height: 30 }), 'at least half as high'],
    [board({ width: 0 }), 'larger than nought'],
    [board({ height: NaN }), 'larger than nought'],
  ])('number %# is refused with a sentence', (item, says) =>
    expect(problemOf({ 1: item }, 1)).toContain(says),
  );
});

describe('borders', () => {
  it('a quarter inch in on a board of 10 by 5 1/2 in, scooped', () => {
    const items = {
      1: board({ width: 10 * INCH, height: 5.5 * INCH }),
      2: border(1, {
        inset: INCH / 4,
        corners: { form: 'scooped', size: INCH / 2, on: [true, true, true, true] },
      }),
    };
    expect(size(boxOfItem(items, 2))).toEqual([expect.closeTo(9.5 * INCH, 9), expect.closeTo(5 * INCH, 9)]);
    const [line] = contoursOfItem(items, 2);
    expect(line.segments.filter(({ kind }) => kind === 'arc')).toHaveLength(4);
    expect(pieceOf(items).paths.map(({ task }) => task)).toEqual(['cut-through', 'score']);
  });

  it('follows its board when that is made larger, turned or moved', () => {
    const place = { ...placedOn(null), x: 20, y: 10, turn: 30 };
    const wide = { 1: board({ width: 120, place }), 2: border(1) };
    const [outer, inner] = [boxOfItem(wide, 1), boxOfItem(wide, 2)];
    expect((outer.left + outer.right) / 2).toBeCloseTo((inner.left + inner.right) / 2, 9);
    const [line] = contoursOfItem(wide, 2);
    expect(contourLength(line)).toBeCloseTo(2 * (110 + 50), 9);
  });

  // Steiner's formula for what lies inside a convex area at a distance: A - d L + pi d^2 where its rim bends everywhere no more than
  // 1 / d; of a regular hexagon d^2 times 6 tan 30 degrees instead.
  it.each([
    ['disc', Math.PI],
    ['oval', Math.PI],
    ['pill', Math.PI],
    ['hexagon', 6 * Math.tan(Math.PI / 6)],
  ] as const)('in a %s keeps its distance', (form, share) => {
    const items = { 1: board({ form, width: 90, height: 60 }), 2: border(1, { inset: 4 }) };
    const [outer] = contoursOfItem(items, 1);
    const [line] = contoursOfItem(items, 2);
    const area = signedArea(outer) - 4 * contourLength(outer) + share * 16;
    // Curves are fitted again within 0.01 mm.
    expect(Math.abs(signedArea(line) - area)).toBeLessThan(0.01 * contourLength(line));
    expect(nodeCount(line)).toBeLessThanOrEqual(12);
  });

  it('two lines, and none wider than the board', () => {
    expect(contoursOfItem({ 1: board(), 2: border(1, { second: 2 }) }, 2)).toHaveLength(2);
    expect(problemOf({ 1: board(), 2: border(1, { inset: 30 }) }, 2)).toContain('leaves nothing');
    expect(problemOf({ 1: board({ form: 'disc' }), 2: border(1, { inset: 51 }) }, 2)).toContain(
      'leaves nothing',
    );
    // What is around it stays.
    expect(pieceOf({ 1: board(), 2: border(1, { inset: 30 }) }).paths).toHaveLength(1);
  });
});

describe('holes', () => {
  it('two hanging holes of 3/8 in, 2 in from the sides, half an inch from the top', () => {
    const items = {
      1: board({ width: 10 * INCH, height: 5.5 * INCH }),
      2: holes(1, {
        width: (3 / 8) * INCH,
        pattern: { kind: 'sides', from: 2 * INCH },
        place: { ...placedOn(1), theirs: [0, -1], own: [0, 0], y: INCH / 2 },
      }),
    };
    const [left, right] = contoursOfItem(items, 2)
      .map((one) => boxOf([one]) as Box)
      .sort((a, b) => a.left - b.left);
    expect((left.left + left.right) / 2).toBeCloseTo(2 * INCH, 9);
    expect((right.left + right.right) / 2).toBeCloseTo(8 * INCH, 9);
    expect((left.top + left.bottom) / 2).toBeCloseTo(INCH / 2, 9);
    expect(boxWidth(left)).toBeCloseTo((3 / 8) * INCH, 9);
  });

  it('rows, circles of bolts, slots and keyholes', () => {
    const row = contoursOfItem(
      { 2: holes(null, { pattern: { kind: 'row', count: 5, step: 20, along: 'down' } }) },
      2,
    );
    expect(size(boxOf(row) as Box)).toEqual([expect.closeTo(6, 9), expect.closeTo(86, 9)]);
    const bolts = contoursOfItem(
      { 2: holes(null, { pattern: { kind: 'circle', count: 6, diameter: 50 } }) },
      2,
    );
    expect(bolts).toHaveLength(6);
    expect(boxHeight(boxOf(bolts) as Box)).toBeCloseTo(56, 9);
    const [slot] = contoursOfItem({ 2: holes(null, { form: 'slot', width: 5, length: 20 }) }, 2);
    expect(signedArea(slot)).toBeCloseTo(15 * 5 + Math.PI * 2.5 ** 2, 6);
    const [keyhole] = contoursOfItem({ 2: holes(null, { form: 'keyhole', width: 10, length: 24 }) }, 2);
    expect(size(boxOf([keyhole]) as Box)).toEqual([expect.closeTo(10, 3), expect.closeTo(24, 3)]);
  });

  it.each([
    [holes(1, { width: 0 }), 'wider than nought'],
    [holes(1, { form: 'slot', width: 12, length: 12 }), 'longer than it is wide'],
    [holes(null, { pattern: { kind: 'sides', from: 5 } }), 'nothing that has sides'],
    [holes(1, { pattern: { kind: 'sides', from: 50 } }), 'beyond the middle'],
    [holes(1, { place: { ...placedOn(1), x: 60 } }), 'outside its board'],
    [holes(1, { place: { ...placedOn(1), y: -28 } }), 'outside its board'],
    [holes(1, { pattern: { kind: 'row', count: 0, step: 5, along: 'across' } }), 'how many holes'],
  ])('number %# is refused with a sentence', (item, says) =>
    expect(problemOf({ 1: board(), 2: item }, 2)).toContain(says),
  );
});

describe('what can be told before anything is worked out', () => {
  it.each([
    [border(1, { inset: 30 }), 'leaves nothing'],
    [holes(1, { width: 0 }), 'wider than nought'],
    [holes(1, { pattern: { kind: 'sides', from: 50 } }), 'beyond the middle'],
    [text(1, ' '), 'no letter'],
    [text(1, 'x'.repeat(10_000)), 'too long'],
    [board({ height: 0 }), 'larger than nought'],
    [board({ place: placedOn(2) }), 'on itself'],
  ])('number %# is refused', (item, says) =>
    expect(() => checkItem({ 1: board(), 2: item }, 2)).toThrow(says),
  );

  it('and what can be is let through', () => {
    for (const item of [border(1), holes(1), text(1, 'Tea'), board(), outline([1]), ARTWORK_ITEM])
      expect(() => checkItem({ 1: board(), 2: item }, 2)).not.toThrow();
  });
});

describe('an outline', () => {
  it('lies at its distance around the artwork: a disc grown is a disc', () => {
    const items = { 1: ARTWORK_ITEM, 2: outline([1], { distance: 2 }) };
    expect(size(boxOfItem(items, 2))).toEqual([expect.closeTo(8, 2), expect.closeTo(8, 2)]);
    expect(contoursOfItem(items, 2)).toHaveLength(1);
    const [outer] = contoursOfItem(items, 2);
    expect(signedArea(outer)).toBeCloseTo(Math.PI * 16, 1);
  });

  it('keeps holes where that is wanted, and makes parts one whose gaps it bridges', () => {
    const dots = {
      ...RING,
      paths: packPaths([0, 60].map((x) => ({ outer: circleContour({ x, y: 0 }, 20), holes: [] }))),
    };
    const items = (bridges: number) => ({ 1: ARTWORK_ITEM, 2: outline([1], { distance: 0.5, bridges }) });
    const count = (bridges: number) =>
      pieceOf(items(bridges), {}, dots).items.find(({ id }) => id === 2)?.paths.length;
    expect([count(0), count(2.5)]).toEqual([2, 1]);
    expect(
      contoursOfItem({ 1: ARTWORK_ITEM, 2: outline([1], { distance: 0.1, holes: 'kept' }) }, 2),
    ).toHaveLength(2);
    expect(problemOf({ 2: outline([3]), 3: text(null, ' ') }, 2)).toContain('lies around');
  });
});

describe('what is added to an outline', () => {
  const items = (more: object) => ({
    1: board({ form: 'disc', width: 40, height: 40 }),
    2: outline([1], { distance: 2, ...more }),
  });
  const around = (more: object) => contoursOfItem(items(more), 2);

  it.each([0, 90, 215])(
    'a ring at %d degrees is one part with it, its hole as wide as was asked for, just beyond the rim',
    (at) => {
      const ring = { hole: 5, wall: 2, at };
      const contours = around({ ring });
      const disc = boxOfItem(items({ ring }), 1);
      expect(contours).toHaveLength(2);
      const [outer, hole] = contours;
      expect(signedArea(hole)).toBeCloseTo(-Math.PI * 2.5 ** 2, 3);
      const { x, y } = middleOf(hole);
      const angle = (at * Math.PI) / 180;
      // The rim is a circle of 22 mm about the disc's middle; the hole's middle lies half of the hole beyond.
      expect([x - disc.left - 20, y - disc.top - 20]).toEqual([
        expect.closeTo(24.5 * Math.sin(angle), 1),
        expect.closeTo(-24.5 * Math.cos(angle), 1),
      ]);
      expect(findCrossings([outer, hole], 0.01)).toEqual([]);
    },
  );

  it('a base is a bar along the bottom and two feet under it, one part with the rest', () => {
    const contours = around({ base: { height: 3, width: 4, length: 25 } });
    expect(contours).toHaveLength(1);
    const { left, right, top, bottom } = boxOf(contours) as Box;
    expect([left, top, right, bottom].map((at) => Math.round(100 * at) / 100)).toEqual([0, 0, 44, 69]);
    // Below the outline there is nothing but the feet: two of 4 by 25.
    const whole = signedArea(contours[0]);
    const [without] = around({ base: { height: 3, width: 4, length: 0.001 } });
    expect(whole - signedArea(without)).toBeCloseTo(2 * 4 * 25, 0);
  });

  it('both, and gaps closed besides', () => {
    const contours = around({
      bridges: 1,
      ring: { hole: 3, wall: 2, at: 0 },
      base: { height: 3, width: 4, length: 9 },
    });
    expect(contours).toHaveLength(2);
    expect(findCrossings(contours, 0.01)).toEqual([]);
  });
});

describe('registration marks', () => {
  const items = (more: object) => ({ 1: board(), 2: marks([1], more) });
  it.each([
    ['cross', 'score', 2],
    ['square', 'cut-through', 1],
    ['triangle', 'cut-through', 1],
  ] as const)(
    'a %s is as large as was asked for, lies outside, and its task is to %s',
    (form, task, paths) => {
      const made = pieceOf(items({ form, count: 4 })).items.find(({ id }) => id === 2);
      expect(made?.paths).toHaveLength(4 * paths);
      expect(new Set(made?.paths.map((one) => one.task))).toEqual(new Set([task]));
      // Six across, three from the board's edges on every side.
      expect(size(made?.box as Box)).toEqual([expect.closeTo(118, 9), expect.closeTo(78, 9)]);
      for (const { shape } of made?.paths ?? []) {
        const { left, top, right, bottom } = boxOf([shape.outer]) as Box;
        expect(right <= 6.01 || left >= 111.99).toBe(true);
        expect(bottom <= 6.01 || top >= 71.99).toBe(true);
      }
    },
  );

  it('of three none is at the upper right, so that a sheet laid the wrong way is seen', () => {
    const made = pieceOf(items({ form: 'square' })).items.find(({ id }) => id === 2);
    const places = made?.paths.map(({ shape }) => middleOf(shape.outer)) ?? [];
    expect(places.map(({ x, y }) => [x > 60, y > 40])).toEqual([
      [false, true],
      [true, true],
      [false, false],
    ]);
  });

  it('around nothing there are none, and it is said', () =>
    expect(problemOf({ 2: marks([3]), 3: text(null, ' ') }, 2)).toContain('lies around'));
});

describe('a frame', () => {
  it('lies at its distance around the boxes of others, is a line, and is cut', () => {
    const frame: ItemSettings = {
      ...border(1),
      kind: 'frame',
      around: [1, 2],
      distance: 3,
      corners: SQUARE_CORNERS,
    };
    const piece = pieceOf({ 1: board(), 2: board({ place: { ...placedOn(1), x: 100 } }), 3: frame });
    const made = piece.items.find(({ id }) => id === 3);
    expect(size(made?.box as Box)).toEqual([expect.closeTo(206, 9), expect.closeTo(66, 9)]);
    expect(made?.paths.map(({ task, shape }) => [task, shape.pen !== undefined])).toEqual([
      ['cut-through', true],
    ]);
  });
});

describe('places', () => {
  it('centred, edge to edge with a gap, corner to corner; and they hold when what is below changes', () => {
    for (const width of [100, 150]) {
      const items = (place: Partial<ItemSettings['place']>) => ({
        1: board({ width }),
        2: board({ form: 'disc', width: 20, place: { ...placedOn(1), ...place } }),
      });
      expect(boxOfItem(items({}), 2)).toEqual({
        left: width / 2 - 10,
        right: width / 2 + 10,
        top: 20,
        bottom: 40,
      });
      const below = boxOfItem(items({ theirs: [0, 1], own: [0, -1], y: 4 }), 2);
      expect(below.top).toBeCloseTo(64, 9);
      const corner = boxOfItem(items({ theirs: [1, -1], own: [1, -1], x: -3, y: 3 }), 2);
      expect([corner.right, corner.top]).toEqual([expect.closeTo(width - 3, 9), expect.closeTo(3, 9)]);
    }
  });

  it('turned artwork is placed by its own box: a ring stays a ring’s width', () => {
    const items = (turn: number) => ({
      1: {
        ...ARTWORK_ITEM,
        place: { ...placedOn(2), turn, theirs: [-1, 0] as [-1, 0], own: [-1, 0] as [-1, 0], x: 3 },
      },
      2: board(),
    });
    for (const turn of [0, 30, 90, -127]) {
      const box = boxOfItem(items(turn), 1);
      expect(box.left).toBeCloseTo(3, 6);
      expect(size(box)).toEqual([expect.closeTo(4, 6), expect.closeTo(4, 6)]);
    }
  });

  it('what lies on itself by way of others is refused', () => {
    const items = { 1: board({ place: placedOn(2) }), 2: board({ place: placedOn(1) }) };
    expect(() => inTurn(items)).toThrow('would lie on itself');
    expect(inTurn({ 1: board({ place: placedOn(2) }), 2: board() })).toEqual([2, 1]);
  });

  it('a label on a hexagon of 60 mm with a name under it, all turned by 30 degrees', () => {
    const items = {
      1: { ...ARTWORK_ITEM, place: placedOn(2) },
      2: board({ form: 'hexagon', height: 60 }),
      3: text(1, 'Saltmoth', { size: { of: 'capitals', length: 5 } }),
    };
    items[3].place = { ...placedOn(1), theirs: [0, 1], own: [0, -1], y: 3 };
    const upright = pieceOf(items);
    const turned = pieceOf(items, { turn: 30 });
    const area = (piece: typeof upright) =>
      contoursOf(piece.paths.map(({ shape }) => shape)).reduce((sum, one) => sum + signedArea(one), 0);
    expect(area(turned)).toBeCloseTo(area(upright), 6);
    // Standing on a corner it is as high as it was wide.
    expect(boxHeight(turned.frame)).toBeCloseTo(60 * (2 / Math.sqrt(3)), 6);
    expect(boxWidth(turned.frame)).toBeCloseTo(60, 6);
    expect(upright.items.map(({ problem }) => problem)).toEqual([undefined, undefined, undefined]);
  });

  it('mirrored, to be read from behind, areas keep their sign', () => {
    const items = { 1: board(), 2: text(1, 'Tea') };
    const [plain, mirrored] = [pieceOf(items), pieceOf(items, { mirrored: true })];
    expect(mirrored.paths.every(({ shape }) => signedArea(shape.outer) > 0)).toBe(true);
    const left = (piece: typeof plain) =>
      boxOf(contoursOf(piece.items[1].paths.map(({ shape }) => shape)))?.left ?? 0;
    expect(left(plain)).toBeCloseTo(left(mirrored), 0);
    expect(mirrored.frame).toEqual(plain.frame);
  });

  it('any items at any places keep every contour closed, and relative places hold', () => {
    const anchor = fc.constantFrom(-1 as const, 0 as const, 1 as const);
    const length = fc.double({ min: 5, max: 200, noNaN: true });
    const offsets = fc.double({ min: -100, max: 100, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...BOARD_FORMS),
        length,
        length,
        fc.tuple(anchor, anchor),
        fc.tuple(anchor, anchor),
        offsets,
        offsets,
        fc.double({ min: -360, max: 360, noNaN: true }),
        fc.boolean(),
        (form, width, height, theirs, own, x, y, turn, mirrored) => {
          const place = { on: 1, theirs, own, x, y, turn, mirrored };
          const piece = pieceOf({
            1: board({ width, height }),
            2: board({ form, width: 30, height: 40, place }),
          });
          const [below, above] = piece.items;
          const contours = contoursOf(piece.paths.map(({ shape }) => shape));
          expect(contours.every(isClosed)).toBe(true);
          expect(piece.paths.every(({ shape }) => signedArea(shape.outer) > 0)).toBe(true);
          if (!below.box || !above.box) return;
          const at = (box: Box, [across, down]: readonly number[]) => [
            (box.left + box.right) / 2 + (across * boxWidth(box)) / 2,
            (box.top + box.bottom) / 2 + (down * boxHeight(box)) / 2,
          ];
          const [a, b] = [at(below.box, theirs), at(above.box, own)];
          expect(b[0] - a[0]).toBeCloseTo(x, 6);
          expect(b[1] - a[1]).toBeCloseTo(y, 6);
        },
      ),
      { numRuns: 200 },
    );
  });
});

function isClosed(contour: Contour): boolean {
  let end = contour.start;
  eachSegment(contour, (_, to) => {
    end = to;
  });
  return contour.closed && Math.hypot(end.x - contour.start.x, end.y - contour.start.y) < 1e-9;
}

describe('a stencil', () => {
  it('keeps the middles of its artwork and letters; a bridge goes where the hand wants one', () => {
    const bridges = { width: 0.3, count: 1, places: [] as [number, number][], by: 'left' as const };
    const held = (more: object) => {
      const [item] = pieceOf({ 1: { ...ARTWORK_ITEM, bridges: { ...bridges, ...more } } }).items;
      return { ...item.held, holes: item.paths.reduce((sum, { shape }) => sum + shape.holes.length, 0) };
    };
    expect(held({})).toMatchObject({ islands: 1, loose: 0, holes: 0 });
    expect(held({ count: 3 }).bridges).toHaveLength(3);
    // Straight above the ring's middle, which lies 2 mm right and down of its upper left.
    const [bridge] = held({ places: [[40, 18]] }).bridges ?? [];
    expect(Math.abs((bridge.from.x + bridge.to.x) / 2 - 2)).toBeLessThan(0.15);
    expect(bridge.to.y).toBeLessThan(0.1);
    const words = { ...text(null, 'ADO'), bridges };
    const [made] = pieceOf({ 2: words }).items;
    expect(made.held).toMatchObject({ islands: 3, loose: 0 });
    expect(made.paths.every(({ shape }) => shape.holes.length === 0)).toBe(true);
  });

  it('has bridges in letters where the hand wants them, wherever the text lies', () => {
    const lying = (places: [number, number][], more: object) => {
      const words = text(null, 'O');
      const bridges = { width: 0.3, count: 1, places, by: 'left' as const };
      const [made] = pieceOf({ 2: { ...words, bridges, place: { ...words.place, ...more } } }).items;
      const back = affineBack(made.map);
      if (!back) throw new Error('no map');
      const [{ from, to }] = made.held?.bridges ?? [];
      return affinePoint(back, { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
    };
    // Capitals of 10 mm on their baseline: their tops lie 10 mm above it, and the letter is centred on x = 0.
    for (const more of [{}, { turn: 90 }, { x: 40, y: 3 }, { mirrored: true }])
      for (const y of [-9, -1]) {
        const middle = lying([[0, y]], more);
        expect(Math.abs(middle.y - y)).toBeLessThan(1);
        expect(Math.abs(middle.x)).toBeLessThan(2);
      }
  });
});

describe('tasks', () => {
  it('follow from what lies on what: a board is cut out, text pocketed, artwork engraved, lines scored', () => {
    const items = {
      1: { ...ARTWORK_ITEM, place: placedOn(2), layer: 2 },
      2: board(),
      3: { ...text(2, 'T'), layer: 3 },
      4: { ...text(2, 'T', { font: 'line-futural' }), layer: 4 },
    };
    expect([...new Set(pieceOf(items).paths.map(({ item, task }) => `${item} ${task}`))]).toEqual([
      '2 cut-through',
      '1 engrave',
      '3 pocket',
      '4 score',
    ]);
    expect(pieceOf({ 1: ARTWORK_ITEM }).paths[0].task).toBe('cut-through');
  });

  it('as is said: of an item, of its holes, of a plate', () => {
    const task = (more: object) =>
      pieceOf({ 1: { ...ARTWORK_ITEM, ...more } }).paths.map((path) => path.task);
    expect(task({ task: 'score' })).toEqual(['score']);
    expect(task({ inner: 'engrave' })).toEqual(['cut-through', 'engrave']);
    expect(task({ plates: { '#aa7722': 'pocket' } })).toEqual(['pocket']);
    const [, inner] = pieceOf({ 1: { ...ARTWORK_ITEM, inner: 'score' } }).paths;
    expect(signedArea(inner.shape.outer)).toBeGreaterThan(0);
    expect(inner.sources).toEqual([2]);
  });
});

const sheet = {
  width: 48 * INCH,
  height: 48 * INCH,
  margin: 0,
  x: INCH / 4,
  y: INCH / 4,
  repeats: { kind: 'one' as const },
  gap: 2,
  shifted: false,
  turned: false,
};

describe('a sheet', () => {
  // Common practice, no source: plasma art on a sheet of 48 by 48 in, a quarter inch in from the lower left corner.
  it('of 48 by 48 in has its piece a quarter inch in from its lower left corner', () => {
    const piece = pieceOf({ 1: ARTWORK_ITEM }, { length: 30 * INCH, sheet });
    expect(piece.frame).toEqual({ left: 0, top: 0, right: 48 * INCH, bottom: 48 * INCH });
    expect(piece.artwork?.left).toBeCloseTo(INCH / 4, 9);
    expect(piece.artwork?.bottom).toBeCloseTo(47.75 * INCH, 9);
    expect((piece.artwork?.right ?? 0) - (piece.artwork?.left ?? 0)).toBeCloseTo(30 * INCH, 9);
  });

  it('holds as many as fit, shifted or turned, none over another', () => {
    const small = { ...sheet, width: 100, height: 50, x: 0, y: 0, margin: 5 };
    const count = (more: object) => pieceOf({ 1: ARTWORK_ITEM }, { sheet: { ...small, ...more } }).sheet;
    // 4 mm and 2 mm between: 15 across 90, 7 up 40.
    expect(count({ repeats: { kind: 'fit' } })).toEqual({
      count: 105,
      left: 0,
      share: expect.closeTo((105 * 16) / 5000, 9) as number,
    });
    expect(count({ repeats: { kind: 'fit' }, shifted: true })?.count).toBe(15 * 4 + 14 * 3);
    expect(count({ repeats: { kind: 'rows', rows: 9, columns: 2 } })).toMatchObject({ count: 14, left: 4 });
    const piece = pieceOf(
      { 1: ARTWORK_ITEM },
      { sheet: { ...small, repeats: { kind: 'rows', rows: 2, columns: 3 }, turned: true } },
    );
    expect(piece.paths).toHaveLength(6);
    const boxes = piece.paths.map(({ shape }) => boxOf([shape.outer]) as Box);
    for (const a of boxes)
      for (const b of boxes)
        if (a !== b)
          expect(
            a.right < b.left + 1e-9 ||
              b.right < a.left + 1e-9 ||
              a.bottom < b.top + 1e-9 ||
              b.bottom < a.top + 1e-9,
          ).toBe(true);
  });

  it('smaller than the piece, or of a million, is refused with a sentence and changes nothing', () => {
    const tiny = pieceOf({ 1: ARTWORK_ITEM }, { sheet: { ...sheet, width: 3 } });
    expect(tiny.problem?.message).toContain('does not fit');
    expect(tiny.frame.right).toBeCloseTo(4, 9);
    expect(tiny.paths).toHaveLength(1);
    const box = { left: 0, top: 0, right: 4, bottom: 4 };
    expect(() => layOut({ ...sheet, repeats: { kind: 'rows', rows: 1000, columns: 1000 } }, box)).toThrow(
      'more than a sheet can hold',
    );
  });
});

describe('exactness', () => {
  it('a size typed for the artwork never changes the text', () => {
    const items = { 1: ARTWORK_ITEM, 2: text(1, 'Tea') };
    const [a, b] = [10, 40].map((length) => pieceOf(items, { length }).items[1].box as Box);
    expect(size(a)).toEqual(size(b).map((value) => expect.closeTo(value, 9) as number));
  });

  it('items that are hidden are not there, those above lie later', () => {
    const items = { 1: ARTWORK_ITEM, 2: { ...board(), hidden: true }, 3: { ...text(null, 'T'), layer: 0 } };
    expect(pieceOf(items).paths.map(({ item }) => item)).toEqual([3, 1]);
  });

  it('text along the artwork’s contour goes with it', () => {
    const along = {
      kind: 'contour',
      at: [60, 30],
      start: 0,
      turned: true,
      upright: false,
      even: true,
    } as const;
    const words = text(1, 'TEA', { along, size: { of: 'capitals', length: 0.5 }, align: 'left' });
    const contourAt = () => circleContour({ x: 40, y: 30 }, 20);
    const piece = makePiece(
      RING,
      { ...PIECE, items: { 1: ARTWORK_ITEM, 2: words } },
      { ...TOOLS, contourAt },
    );
    const [, made] = piece.items;
    expect(made.problem).toBeUndefined();
    const [middle] = [piece.items[0].box as Box].map((box) => [
      (box.left + box.right) / 2,
      (box.top + box.bottom) / 2,
    ]);
    const radii = contoursOf(made.paths.map(({ shape }) => shape)).flatMap(({ segments }) =>
      segments.map(({ x, y }) => Math.hypot(x - middle[0], y - middle[1])),
    );
    expect(Math.min(...radii)).toBeGreaterThan(1.95);
    expect(Math.max(...radii)).toBeLessThan(2.6);
    expect(problemOf({ 1: ARTWORK_ITEM, 2: words }, 2)).toContain('not there any more');
  });

  it('a font that is not there is told', () =>
    expect(problemOf({ 2: text(null, 'Tea', { font: 'gone' }) }, 2)).toContain('font'));
});
