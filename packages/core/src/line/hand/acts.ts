import {
  HOLE,
  type Homography,
  type PathOwner,
  type PathSet,
  composed,
  contourAt,
  inverted,
  localScale,
} from '../../geometry';
import { type Hand, type HandContour, type HandEdit, contourOf, keptContour } from './hand';
import { tracedAnchor } from './replay';

/** Paths that the hand works on: where they lie in the source, and the colours of their plates by number. */
export interface HandGround {
  paths: PathSet;
  /** Takes the paths' places to source pixels. */
  toSource: Homography;
  colours: readonly string[];
}

/** Numbers in the set of contours with these ids, and of the holes of those that are outer ones. */
export function withHoles({ ids, shapes, flags }: PathSet, picked: ReadonlySet<number>): number[] {
  const whole = new Set<number>();
  ids.forEach((id, k) => {
    if (picked.has(id) && (flags[k] & HOLE) === 0) whole.add(shapes[k]);
  });
  return Array.from(ids.keys()).filter((k) => picked.has(ids[k]) || whole.has(shapes[k]));
}

/** Contours no longer count. In place. */
export function dropContours(hand: Hand, ground: HandGround, numbers: readonly number[]): void {
  const gone = new Map<number, Set<number>>();
  let id = nextId(hand);
  for (const k of numbers) {
    const { edits, parts } = ground.paths;
    if (edits[k] === 0) hand[id++] = { from: [tracedAnchor(ground.paths, k, ground.toSource)], contours: [] };
    else gone.set(edits[k], (gone.get(edits[k]) ?? new Set()).add(parts[k]));
  }
  for (const [edit, parts] of gone) {
    const contours = hand[edit].contours.filter((_, part) => !parts.has(part));
    if (contours.length === 0 && hand[edit].from.length === 0) letGo(hand, edit);
    else hand[edit] = { ...hand[edit], contours };
  }
}

/** Which contour of which edit. */
export type HandPart = Pick<PathOwner, 'edit' | 'part'>;

/**
 * Contours are taken elsewhere by a map between places of the paths; those of one shape stay one edit. In place; what they
 * are from then on.
 */
export function moveContours(
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  map: Homography,
): HandPart[] {
  const { paths, toSource } = ground;
  const moved: HandPart[] = [];
  const inSource = composed(toSource, composed(map, inverted(toSource)));
  const byShape = new Map<number, number[]>();
  for (const k of numbers) {
    if (paths.edits[k] > 0) {
      const edit = hand[paths.edits[k]];
      const contours = [...edit.contours];
      contours[paths.parts[k]] = movedContour(contours[paths.parts[k]], inSource);
      hand[paths.edits[k]] = { ...edit, contours };
      moved.push({ edit: paths.edits[k], part: paths.parts[k] });
    } else byShape.set(paths.shapes[k], [...(byShape.get(paths.shapes[k]) ?? []), k]);
  }
  let id = nextId(hand);
  for (const own of byShape.values()) {
    hand[id] = {
      from: own.map((k) => tracedAnchor(paths, k, toSource)),
      contours: own.map((k) => takenContour(ground, k, composed(toSource, map))),
    };
    moved.push(...partsOf(id++, own.length));
  }
  return moved;
}

const partsOf = (edit: number, count: number): HandPart[] =>
  Array.from({ length: count }, (_, part) => ({ edit, part }));

/** Copies of contours, taken elsewhere by a map, stand by themselves. In place; what they are. */
export function copyContours(
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  map: Homography,
): HandPart[] {
  const there = composed(ground.toSource, map);
  if (numbers.length === 0) return [];
  const id = nextId(hand);
  hand[id] = { from: [], contours: numbers.map((k) => takenContour(ground, k, there)) };
  return partsOf(id, numbers.length);
}

/** Takes an edit back: what was traced counts again. In place. */
export const letGo = (hand: Hand, id: number): boolean => Reflect.deleteProperty(hand, id);

/** An edit stands by itself from now on, whatever is traced. In place. */
export function keepAsDrawn(hand: Hand, id: number): void {
  hand[id] = { from: [], contours: hand[id].contours };
}

/** What an edit is, in a word. */
export const kindOfEdit = ({ from, contours }: HandEdit): 'dropped' | 'changed' | 'added' =>
  contours.length === 0 ? 'dropped' : from.length === 0 ? 'added' : 'changed';

/** A contour of a set as the hand keeps it. */
function takenContour({ paths, colours }: HandGround, k: number, toSource: Homography): HandContour {
  const contour = contourAt(paths, k);
  const [pen, plate] = [paths.pens[k], paths.plates[k]];
  return keptContour(contour, toSource, {
    ...(Number.isNaN(pen) ? {} : { pen: pen * localScale(toSource, contour.start) }),
    ...(plate < 0 ? {} : { plate: colours[plate] }),
  });
}

function movedContour(kept: HandContour, map: Homography): HandContour {
  const { pen, plate } = kept;
  const contour = contourOf(kept);
  return keptContour(contour, map, {
    ...(pen === undefined ? {} : { pen: pen * localScale(map, contour.start) }),
    ...(plate === undefined ? {} : { plate }),
  });
}

const nextId = (hand: Hand): number =>
  1 + Object.keys(hand).reduce((most, id) => Math.max(most, Number(id)), 0);
