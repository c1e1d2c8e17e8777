import {
  type Combining,
  IDENTITY,
  type PathSet,
  type Shape,
  circleContour,
  composed,
  contourOf,
  isWhole,
  keptContour,
  originAt,
  packPaths,
  scaledAndMoved,
  shapesIn,
  turned,
} from '../../geometry';
import { leaf } from '../../testing/curves';
import { random } from '../../testing/pictures';
import {
  addContours,
  copyContours,
  dropContours,
  keepAsDrawn,
  kindOfEdit,
  letGo,
  moveContours,
  putInPlate,
  withHoles,
} from './acts';
import { foundAgain } from './anchor';
import { combinedShapes, shapesOf, standFor } from './combine';
import { type Hand, coloursWith } from './hand';
import { turnToParallel } from './arrange';
import { pickBy, pickCrossed, pickInBox, pickInLoop, pickLike, pickSame, pickSmaller } from './picks';
import { replayHand, tracedAnchor } from './replay';

const ring = (x: number, y: number, radius: number, hole = 0): Shape => ({
  outer: circleContour({ x, y }, radius),
  holes: hole > 0 ? [circleContour({ x, y }, hole, true)] : [],
});
const LEAF = contourOf(keptContour(leaf, scaledAndMoved(1, 1, 0, 130)));
/** Two rings, a dot in the first one's hole, a leaf, and a small dot. */
const SHAPES: Shape[] = [
  ring(60, 60, 40, 25),
  ring(60, 60, 8),
  ring(200, 60, 40, 25),
  { outer: LEAF, holes: [] },
  ring(150, 150, 3),
];
const traced = packPaths(SHAPES);
const ground = (paths: PathSet) => ({ paths, toSource: IDENTITY, colours: ['#102030', '#ffffff'] });
const after = (hand: Hand, from = traced, toSource = IDENTITY) => {
  const { shapes, owners, parked } = replayHand(from, hand, toSource, ['#102030', '#ffffff']);
  return { shapes, parked, paths: packPaths(shapes, 1, owners) };
};
/** Shapes as one, and what stands for them. */
const combine = (hand: Hand, paths: PathSet, numbers: number[], how: Combining) =>
  standFor(
    hand,
    ground(paths),
    numbers,
    combinedShapes(how, shapesOf(paths, numbers)).map((contour) => ({ contour })),
  );

describe('a contour that the hand keeps', () => {
  it('comes back as it was, to a thousandth of a pixel', () => {
    const kept = keptContour(leaf, IDENTITY, { plate: '#102030' });
    expect(isWhole(kept)).toBe(true);
    expect(kept.plate).toBe('#102030');
    const back = contourOf(kept);
    expect(back.segments.map(({ kind }) => kind)).toEqual(leaf.segments.map(({ kind }) => kind));
    back.segments.forEach(({ x, y }, k) => {
      expect(x).toBeCloseTo(leaf.segments[k].x, 3);
      expect(y).toBeCloseTo(leaf.segments[k].y, 3);
    });
    expect(isWhole({ ...kept, places: kept.places.slice(1) })).toBe(false);
    expect(isWhole({ ...kept, kinds: `${kept.kinds}x` })).toBe(false);
  });

  it('is turned over with its arcs where the map mirrors', () => {
    const circle = circleContour({ x: 10, y: 20 }, 5);
    const kept = contourOf(keptContour(circle, scaledAndMoved(-1, 1, 0, 0)));
    const box = originAt(packPaths([{ outer: kept, holes: [] }]), 0);
    expect(box.box.left).toBeCloseTo(-15, 6);
    expect(box.box.bottom).toBeCloseTo(25, 6);
    expect(box.area).toBeCloseTo(-originAt(packPaths([{ outer: circle, holes: [] }]), 0).area, 3);
  });
});

describe('what the hand did', () => {
  it('dropped contours are gone, with the holes of outer ones, and come back when let go', () => {
    const hand: Hand = {};
    const numbers = withHoles(traced, new Set([traced.ids[0]]));
    expect(numbers).toEqual([0, 1]);
    dropContours(hand, ground(traced), numbers);
    expect(Object.values(hand).map(kindOfEdit)).toEqual(['dropped', 'dropped']);
    expect(after(hand).shapes).toHaveLength(4);
    letGo(hand, 1);
    letGo(hand, 2);
    expect(after(hand).shapes).toHaveLength(5);
  });

  it('a dropped inner half leaves what it was in whole; a dropped outer half leaves the inner one', () => {
    const inner: Hand = {};
    dropContours(inner, ground(traced), [4]);
    const [filled] = after(inner).shapes.filter(({ outer }) => outer.start.x > 200);
    expect(filled.holes).toHaveLength(0);
    const outer: Hand = {};
    dropContours(outer, ground(traced), [3]);
    const { shapes, paths } = after(outer);
    const left = shapes.filter(({ outer: { start } }) => start.x > 200);
    expect(left).toHaveLength(1);
    // What was a hole when it was traced is still known as one: dropped as well, both are found again.
    const k = paths.flags.findIndex((_, n) => originAt(paths, n).place.x > 200);
    dropContours(outer, ground(paths), [k]);
    expect(after(outer)).toMatchObject({ parked: [] });
    expect(after(outer).shapes).toHaveLength(4);
  });

  it('moved, turned and sized contours stand instead of the traced ones, in their plate', () => {
    const inPlate = packPaths(SHAPES.map((shape) => ({ ...shape, plate: 1 })));
    const hand: Hand = {};
    const map = composed(scaledAndMoved(2, 2, 30, 10), turned(0.4));
    moveContours(hand, ground(inPlate), [0, 1], map);
    expect(hand[1].from).toHaveLength(2);
    const { paths, shapes, parked } = after(hand, inPlate);
    expect(parked).toEqual([]);
    expect(shapes).toHaveLength(5);
    const moved = paths.edits.findIndex((edit) => edit === 1);
    expect(paths.plates[moved]).toBe(1);
    const { box } = originAt(paths, moved);
    expect(box.right - box.left).toBeCloseTo(160, 2);
    // Moved back, it lies where it was.
    moveContours(hand, ground(paths), withHoles(paths, new Set([paths.ids[moved]])), [
      ...scaledAndMoved(0.5, 0.5, -15, -5),
    ]);
    const again = after(hand, inPlate).paths;
    const k = again.edits.findIndex((edit) => edit === 1);
    const turnedBack = originAt(again, k).box;
    expect(turnedBack.right - turnedBack.left).toBeCloseTo(80, 2);
  });

  it('contours are put in a plate, an existing one or a new one', () => {
    const hand: Hand = {};
    expect(putInPlate(hand, ground(traced), [0, 1], '#aa3300')).toHaveLength(2);
    const colours = coloursWith(['#102030', '#ffffff'], hand);
    expect(colours).toEqual(['#102030', '#ffffff', '#aa3300']);
    const { shapes, owners } = replayHand(traced, hand, IDENTITY, colours);
    expect(shapes.filter(({ plate }) => plate === 2)).toHaveLength(1);
    // What is in no plate lies below.
    expect(shapes.map(({ plate }) => plate).indexOf(2)).toBe(shapes.length - 1);
    const paths = packPaths(shapes, 1, owners);
    const numbers = Array.from(paths.ids.keys()).filter((k) => paths.edits[k] === 1);
    putInPlate(hand, { paths, toSource: IDENTITY, colours }, numbers, '#102030');
    expect(hand[1].contours.map(({ plate }) => plate)).toEqual(['#102030', '#102030']);
    expect(coloursWith(['#102030'], hand)).toEqual(['#102030']);
  });

  it('copies stand by themselves, and go when they are dropped', () => {
    const hand: Hand = {};
    copyContours(hand, ground(traced), [5], scaledAndMoved(1, 1, 100, 100));
    expect(kindOfEdit(hand[1])).toBe('added');
    const { paths, shapes } = after(hand);
    expect(shapes).toHaveLength(6);
    dropContours(hand, ground(paths), [paths.edits.findIndex((edit) => edit === 1)]);
    expect(hand).toEqual({});
  });

  it('what lies across others is a shape by itself, with its own holes', () => {
    const hand: Hand = {};
    addContours(hand, ground(traced), [
      { contour: circleContour({ x: 130, y: 60 }, 45) },
      { contour: circleContour({ x: 130, y: 60 }, 5) },
    ]);
    const { shapes } = after(hand);
    expect(shapes).toHaveLength(6);
    expect(shapes.map(({ holes }) => holes.length).sort()).toEqual([0, 0, 0, 1, 1, 1]);
    // What lies within another is a hole of it.
    const within: Hand = {};
    addContours(within, ground(traced), [{ contour: circleContour({ x: 60, y: 92 }, 5) }]);
    expect(after(within).shapes).toHaveLength(5);
  });

  it('shapes united, taken away and in common stand for all they were made from', () => {
    const over = packPaths([ring(60, 60, 40), ring(100, 60, 30), ring(300, 60, 10)]);
    for (const [how, count] of [
      ['unite', 2],
      ['take away', 2],
      ['keep common', 2],
    ] as const) {
      const hand: Hand = {};
      combine(hand, over, [0, 1], how);
      expect(hand[1].from).toHaveLength(2);
      const { paths, shapes, parked } = after(hand, over);
      expect(parked).toEqual([]);
      expect(shapes).toHaveLength(count);
      // Made of what was made: it stands for the same.
      const numbers = Array.from(paths.ids.keys()).filter((k) => paths.edits[k] === 1);
      combine(hand, paths, [...numbers, paths.edits.indexOf(0)], 'unite');
      expect(Object.values(hand).flatMap(({ from }) => from)).toHaveLength(3);
      expect(after(hand, over).shapes).toHaveLength(2);
    }
    expect(() => combine({}, over, [0, 2], 'keep common')).toThrow('Nothing would be left');
  });

  it('waits where what it was made of is gone, and can be kept or let go', () => {
    const hand: Hand = {};
    moveContours(hand, ground(traced), [5], scaledAndMoved(1, 1, 4, 4));
    dropContours(hand, ground(traced), [6]);
    // The leaf came back as something larger in the same place; the dot is gone.
    const other = packPaths([
      ...SHAPES.slice(0, 3),
      { outer: contourOf(keptContour(LEAF, scaledAndMoved(1.3, 1.3, -22, -45))), holes: [] },
    ]);
    expect(after(hand, other)).toMatchObject({ parked: [1, 2] });
    expect(after(hand, other).shapes).toHaveLength(4);
    keepAsDrawn(hand, 1);
    expect(after(hand, other)).toMatchObject({ parked: [2] });
    expect([...after(hand, other).paths.edits]).toContain(1);
  });

  it('is there by itself where what it was made of is gone and its place is free', () => {
    const hand: Hand = {};
    moveContours(hand, ground(traced), [5], scaledAndMoved(1, 1, 4, 4));
    const { parked, shapes } = after(hand, packPaths(SHAPES.slice(0, 3)));
    expect(parked).toEqual([]);
    expect(shapes).toHaveLength(4);
  });

  it('never loses a contour, whatever is edited and however it is traced anew', () => {
    const next = random(11);
    for (let round = 0; round < 60; round++) {
      const hand: Hand = {};
      let { paths } = after(hand);
      for (let act = 0; act < 6 && paths.ids.length > 0; act++) {
        const k = [Math.floor(next() * paths.ids.length)];
        if (next() < 0.4) dropContours(hand, ground(paths), k);
        else if (next() < 0.8)
          moveContours(hand, ground(paths), k, scaledAndMoved(1, 1, 30 * next(), 30 * next()));
        else copyContours(hand, ground(paths), k, turned(next()));
        paths = after(hand).paths;
      }
      const moved = SHAPES.filter(() => next() < 0.8).map(({ outer, holes }): Shape => {
        const map = scaledAndMoved(
          1 + 0.1 * (next() - 0.5),
          1 + 0.1 * (next() - 0.5),
          2 * next(),
          2 * next(),
        );
        return {
          outer: contourOf(keptContour(outer, map)),
          holes: holes.filter(() => next() < 0.8).map((hole) => contourOf(keptContour(hole, map))),
        };
      });
      const result = after(hand, packPaths(moved));
      const there = new Set(result.paths.edits);
      for (const [id, edit] of Object.entries(hand)) {
        const waits = result.parked.includes(Number(id));
        if (edit.contours.length > 0) expect(waits || there.has(Number(id))).toBe(true);
        const parts = Array.from(result.paths.edits.keys()).filter(
          (k) => result.paths.edits[k] === Number(id),
        );
        if (!waits) expect(parts).toHaveLength(edit.contours.length);
      }
      for (const { shape } of shapesIn(result.paths))
        for (const contour of [shape.outer, ...shape.holes]) {
          const { x, y } = contour.segments[contour.segments.length - 1];
          expect([contour.closed, x, y]).toEqual([true, contour.start.x, contour.start.y]);
        }
    }
  });
});

describe('anchors', () => {
  it('find their contours one to one, the best first', () => {
    const anchors = Array.from(traced.ids.keys(), (k) => tracedAnchor(traced, k, IDENTITY));
    const order = [4, 2, 0, 6, 1, 3, 5];
    const shuffled = order.map((k) => anchors[k]);
    expect([...foundAgain(anchors, shuffled)]).toEqual(anchors.map((_, k) => order.indexOf(k)));
    expect([...foundAgain([anchors[0], anchors[0]], anchors)].sort()).toEqual([-1, 0]);
    expect([...foundAgain([{ ...anchors[0], hole: true }], [anchors[0]])]).toEqual([-1]);
  });

  it('are those of the source, whatever the picture was turned to', () => {
    const toSource = composed(scaledAndMoved(2, 2, 5, 7), turned(Math.PI / 2));
    const hand: Hand = {};
    dropContours(hand, { ...ground(traced), toSource }, [0, 1]);
    expect(after(hand, traced, toSource).parked).toEqual([]);
    expect(after(hand, traced, toSource).shapes).toHaveLength(4);
  });
});

describe('picking', () => {
  const ids = (numbers: readonly number[]) => new Set(numbers.map((k) => traced.ids[k]));
  it('goes by what lies in what', () => {
    expect(pickBy(traced, 'all', new Set()).size).toBe(7);
    expect(pickBy(traced, 'holes', new Set())).toEqual(ids([1, 4]));
    expect(pickBy(traced, 'islands', new Set())).toEqual(ids([2]));
    expect(pickBy(traced, 'outermost', new Set())).toEqual(ids([0, 3, 5, 6]));
    expect(pickBy(traced, 'the rest', ids([0, 1, 2, 3, 4]))).toEqual(ids([5, 6]));
    expect(pickBy(traced, 'lines', new Set()).size).toBe(0);
  });

  it('goes by size, by place and by form', () => {
    expect(pickSmaller(traced, 20)).toEqual(ids([2, 6]));
    expect(pickInBox(traced, { left: 0, top: 0, right: 101, bottom: 101 })).toEqual(ids([0, 1, 2]));
    expect(pickInLoop(traced, [10, 10, 110, 10, 110, 110, 10, 110])).toEqual(ids([0, 1, 2]));
    expect(pickLike(traced, traced.ids[0], true)).toEqual(ids([0, 3]));
    expect(pickLike(traced, traced.ids[0], false)).toEqual(ids([0, 2, 3, 6]));
    expect(pickLike(traced, 999, true).size).toBe(0);
  });

  it('goes by a line across, by plate and by pen', () => {
    // Across the first ring, its hole and the dot in it, and the second ring's rim alone.
    expect(pickCrossed(traced, { x: 0, y: 60 }, { x: 170, y: 60 })).toEqual(ids([0, 1, 2, 3]));
    expect(pickCrossed(traced, { x: 40, y: 52 }, { x: 80, y: 52 })).toEqual(ids([2]));
    expect(pickCrossed(traced, { x: 0, y: 0 }, { x: 300, y: 0 }).size).toBe(0);
    const drawn = packPaths([
      { ...ring(20, 20, 5), plate: 0 },
      { ...ring(50, 20, 5), plate: 1 },
      { ...ring(80, 20, 5), plate: 0, pen: 3 },
      { ...ring(110, 20, 5), pen: 3.1 },
    ]);
    expect(pickSame(drawn, drawn.ids[0], 'plate')).toEqual(new Set([drawn.ids[0], drawn.ids[2]]));
    expect(pickSame(drawn, drawn.ids[0], 'pen')).toEqual(new Set([drawn.ids[0], drawn.ids[1]]));
    expect(pickSame(drawn, drawn.ids[2], 'pen')).toEqual(new Set([drawn.ids[2], drawn.ids[3]]));
    expect(pickSame(drawn, 999, 'plate').size).toBe(0);
  });

  it('axes are brought parallel the shorter way round', () => {
    expect(turnToParallel(0.1, 0.4)).toBeCloseTo(0.3);
    expect(turnToParallel(-1.5, 1.5)).toBeCloseTo(3 - Math.PI);
    expect(turnToParallel(0.2, 0.2 + Math.PI)).toBeCloseTo(0);
  });
});
