import {
  type Contour,
  HOLE,
  IDENTITY,
  type Homography,
  type PathOwner,
  type PathSet,
  contourAt,
  keptContour,
  localScale,
  mapContour,
} from '../../geometry';
import type { Anchor } from './anchor';
import type { Hand, HandContour, HandEdit } from './hand';
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

/** Contours no longer count: what they were made from stays out as well. In place. */
export function dropContours(hand: Hand, ground: HandGround, numbers: readonly number[]): void {
  const anchors = [...takenFrom(hand, ground, numbers), ...anchorsOf(ground, numbers)];
  let id = nextId(hand);
  for (const anchor of anchors) hand[id++] = { from: [anchor], contours: [] };
}

/** What traced contours of a set are known by; those of the hand have nothing of the kind. */
export const anchorsOf = ({ paths, toSource }: HandGround, numbers: readonly number[]): Anchor[] =>
  numbers.filter((k) => paths.edits[k] === 0).map((k) => tracedAnchor(paths, k, toSource));

/** Which contour of which edit. */
export type HandPart = Pick<PathOwner, 'edit' | 'part'>;

/** A contour of a set by number, and what it is to be, in pixels of the set. */
export interface Changed {
  number: number;
  contour: Contour;
  /** Width of the stroke where it is a single line. */
  pen?: number;
  /** Colour of the plate it goes to; the one it has where nothing is said. */
  plate?: string;
}

/**
 * Contours become others; those of one traced shape stay one edit, with their plate. In place; what they are from then on.
 */
export function changeContours(hand: Hand, ground: HandGround, changed: readonly Changed[]): HandPart[] {
  const { paths, toSource } = ground;
  const parts: HandPart[] = [];
  const byShape = new Map<number, Changed[]>();
  for (const one of changed) {
    const [edit, part] = [paths.edits[one.number], paths.parts[one.number]];
    if (edit > 0) {
      const contours = [...hand[edit].contours];
      contours[part] = keptOf(ground, one);
      hand[edit] = { ...hand[edit], contours };
      parts.push({ edit, part });
    } else byShape.set(paths.shapes[one.number], [...(byShape.get(paths.shapes[one.number]) ?? []), one]);
  }
  let id = nextId(hand);
  for (const own of byShape.values()) {
    hand[id] = {
      from: own.map(({ number }) => tracedAnchor(paths, number, toSource)),
      contours: own.map((one) => keptOf(ground, one)),
    };
    parts.push(...partsOf(id++, own.length));
  }
  return parts;
}

/** Contours go to the plate of a colour. In place; what they are from then on. */
export const putInPlate = (
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  plate: string,
): HandPart[] =>
  changeContours(
    hand,
    ground,
    movedBy(ground.paths, numbers, IDENTITY).map((one) => ({ ...one, plate })),
  );

/** Contours are taken elsewhere by a map between places of the paths. In place; what they are from then on. */
export const moveContours = (
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  map: Homography,
): HandPart[] => changeContours(hand, ground, movedBy(ground.paths, numbers, map));

/** Takes contours of the hand out of their edits; what edits stood for of which nothing is left. */
export function takenFrom(hand: Hand, { paths }: HandGround, numbers: readonly number[]): Anchor[] {
  const gone = new Map<number, Set<number>>();
  for (const k of numbers)
    if (paths.edits[k] > 0)
      gone.set(paths.edits[k], (gone.get(paths.edits[k]) ?? new Set()).add(paths.parts[k]));
  return [...gone].flatMap(([edit, parts]) => {
    const contours = hand[edit].contours.filter((_, part) => !parts.has(part));
    if (contours.length > 0) {
      hand[edit] = { ...hand[edit], contours };
      return [];
    }
    const { from } = hand[edit];
    letGo(hand, edit);
    return from;
  });
}

/** New contours stand by themselves: those of one act as one edit. In place; what they are. */
export function addContours(
  hand: Hand,
  { toSource }: Pick<HandGround, 'toSource'>,
  contours: readonly { contour: Contour; pen?: number; plate?: string }[],
): HandPart[] {
  if (contours.length === 0) return [];
  const id = nextId(hand);
  hand[id] = {
    from: [],
    contours: contours.map(({ contour, pen, plate }) =>
      keptContour(contour, toSource, {
        ...(pen === undefined ? {} : { pen: pen * localScale(toSource, contour.start) }),
        ...(plate === undefined ? {} : { plate }),
      }),
    ),
  };
  return partsOf(id, contours.length);
}

/** The contours of an edit, so many. */
export const partsOf = (edit: number, count: number): HandPart[] =>
  Array.from({ length: count }, (_, part) => ({ edit, part }));

/** Copies of contours, taken elsewhere by a map, stand by themselves. In place; what they are. */
export const copyContours = (
  hand: Hand,
  ground: HandGround,
  numbers: readonly number[],
  map: Homography,
): HandPart[] =>
  addContours(
    hand,
    ground,
    movedBy(ground.paths, numbers, map).map(({ number, ...one }) => {
      const plate = ground.paths.plates[number];
      return plate < 0 ? one : { ...one, plate: ground.colours[plate] };
    }),
  );

/** Takes an edit back: what was traced counts again. In place. */
export const letGo = (hand: Hand, id: number): boolean => Reflect.deleteProperty(hand, id);

/** An edit stands by itself from now on, whatever is traced. In place. */
export function keepAsDrawn(hand: Hand, id: number): void {
  hand[id] = { from: [], contours: hand[id].contours };
}

/** What an edit is, in a word. */
export const kindOfEdit = ({ from, contours }: HandEdit): 'dropped' | 'changed' | 'added' =>
  contours.length === 0 ? 'dropped' : from.length === 0 ? 'added' : 'changed';

/** Contours of a set as a map takes them elsewhere. */
const movedBy = (paths: PathSet, numbers: readonly number[], map: Homography): Changed[] =>
  numbers.map((number) => {
    const contour = contourAt(paths, number);
    const pen = paths.pens[number];
    return {
      number,
      contour: mapContour(contour, map),
      ...(Number.isNaN(pen) ? {} : { pen: pen * localScale(map, contour.start) }),
    };
  });

/** A changed contour as the hand keeps it, with the plate it had. */
function keptOf(
  { paths, toSource, colours }: HandGround,
  { number, contour, pen, plate }: Changed,
): HandContour {
  const colour = plate ?? colours[paths.plates[number]];
  return keptContour(contour, toSource, {
    ...(pen === undefined ? {} : { pen: pen * localScale(toSource, contour.start) }),
    ...(colour ? { plate: colour } : {}),
  });
}

/** The number of the next edit. */
export const nextId = (hand: Hand): number =>
  1 + Object.keys(hand).reduce((most, id) => Math.max(most, Number(id)), 0);
