import Flatbush from 'flatbush';
import {
  type Box,
  type Contour,
  FOUND_HOLE,
  type Homography,
  type PathOwner,
  type PathSet,
  type Shape,
  boxOf,
  contourAt,
  contourOf,
  directed,
  findCrossings,
  inverted,
  localScale,
  mapContour,
  nestingOf,
  originAt,
} from '../../geometry';
import { type Anchor, anchorOf, foundAgain, overlapOf } from './anchor';
import { type Hand, type HandContour, editsInOrder } from './hand';

/** Paths after the hand: whose each contour is, shape after shape, and the edits that wait. */
export interface HandResult {
  shapes: Shape[];
  owners: PathOwner[];
  /** Ids of edits whose contours were not found again, or in whose place something else is now. */
  parked: number[];
}

/** How finely curves are followed to see what lies in what, in pixels. */
const NEST = 0.1;
const NO_PLATE = -1;
/** How closely it is looked whether contours cross, in pixels. */
const CLOSE = 0.02;
/** What overlaps an edit's box by this share of both stands where the edit would. */
const STANDS_THERE = 0.3;

/** A contour on its way into a shape. */
export interface Loose {
  contour: Contour;
  owner: PathOwner;
  pen?: number;
  plate?: number;
}

/**
 * Does again what the hand did, on a new trace: contours that edits were made of are found by their anchors and left out,
 * those the hand made come in, and what lies in what is worked out anew. An edit that is not found again waits: nothing of it
 * is lost, and nothing is made of it unless its place is free. `toSource` takes pixels of the trace to source pixels;
 * `colours` are those of the plates by number.
 */
export function replayHand(
  traced: PathSet,
  hand: Hand,
  toSource: Homography,
  colours: readonly string[],
): HandResult {
  const edits = editsInOrder(hand);
  const anchors = Array.from(traced.ids, (_, k) => tracedAnchor(traced, k, toSource));
  const asked = edits.flatMap(({ edit }, n) => edit.from.map((anchor) => ({ anchor, n })));
  const found = foundAgain(
    asked.map(({ anchor }) => anchor),
    anchors,
  );
  const isOut = new Uint8Array(traced.ids.length);
  const missed = new Uint8Array(edits.length);
  asked.forEach(({ n }, k) => {
    if (found[k] < 0) missed[n] = 1;
  });
  const fromSource = inverted(toSource);
  const made = edits.map(({ id, edit }) =>
    edit.contours.map((kept, part) => handMade(kept, id, part, fromSource, colours)),
  );
  // Only what is found whole is left out before it is seen whose place is free.
  asked.forEach(({ n }, k) => {
    if (found[k] >= 0 && !missed[n]) isOut[found[k]] = 1;
  });
  const parked = edits.flatMap(({ id }, n) =>
    missed[n] && (made[n].length === 0 || standsThere(made[n], traced, isOut)) ? [id] : [],
  );
  const waits = new Set(parked);
  asked.forEach(({ n }, k) => {
    if (found[k] >= 0 && !waits.has(edits[n].id)) isOut[found[k]] = 1;
  });
  const loose = Array.from(traced.ids.keys())
    .filter((k) => !isOut[k])
    .map((k): Loose => looseOf(traced, k));
  edits.forEach(({ id }, n) => {
    if (!waits.has(id)) loose.push(...made[n]);
  });
  return { ...nested(loose), parked };
}

/** What a contour of a set is known by; for one of the hand's it means nothing. */
export const tracedAnchor = (set: PathSet, k: number, toSource: Homography): Anchor =>
  anchorOf(originAt(set, k), (set.flags[k] & FOUND_HOLE) !== 0, toSource);

function looseOf(set: PathSet, k: number): Loose {
  const owner = { edit: 0, part: 0, wasHole: (set.flags[k] & FOUND_HOLE) !== 0 };
  return {
    contour: contourAt(set, k),
    owner,
    ...(Number.isNaN(set.pens[k]) ? {} : { pen: set.pens[k] }),
    ...(set.plates[k] < 0 ? {} : { plate: set.plates[k] }),
  };
}

/** A contour as the hand left it, in pixels of a set. */
export function handMade(
  kept: HandContour,
  edit: number,
  part: number,
  fromSource: Homography,
  colours: readonly string[],
): Loose {
  const contour = mapContour(contourOf(kept), fromSource);
  const plate = kept.plate === undefined ? -1 : colours.indexOf(kept.plate);
  return {
    contour,
    owner: { edit, part, wasHole: false },
    ...(kept.pen === undefined ? {} : { pen: kept.pen * localScale(fromSource, contourOf(kept).start) }),
    ...(plate < 0 ? {} : { plate }),
  };
}

/** Whether a traced contour that counts lies where an edit would. */
function standsThere(made: readonly Loose[], traced: PathSet, isOut: Uint8Array): boolean {
  const boxes = made.flatMap(({ contour }): Box[] => {
    const box = boxOf([contour]);
    return box ? [box] : [];
  });
  for (let k = 0; k < traced.ids.length; k++) {
    if (isOut[k]) continue;
    const { box } = originAt(traced, k);
    if (boxes.some((own) => overlapOf(own, box) >= STANDS_THERE)) return true;
  }
  return false;
}

/** Loose contours as shapes: areas of each plate by what lies in what, lines each by itself. */
export function nested(loose: readonly Loose[]): Pick<HandResult, 'shapes' | 'owners'> {
  const shapes: Shape[] = [];
  const owners: PathOwner[] = [];
  const isArea = ({ contour, pen }: Loose) => contour.closed && pen === undefined;
  // What is in no plate lies below all others.
  const plateOf = ({ plate }: Loose) => plate ?? NO_PLATE;
  for (const plate of [...new Set(loose.map(plateOf))].sort((a, b) => a - b)) {
    const more = plate === NO_PLATE ? {} : { plate };
    const own = loose.filter((one) => plateOf(one) === plate);
    for (const areas of lyingTogether(own.filter(isArea)))
      for (const { outer, holes } of nestingOf(
        areas.map(({ contour }) => contour),
        NEST,
      )) {
        shapes.push({
          outer: directed(areas[outer].contour, true),
          holes: holes.map((hole) => directed(areas[hole].contour, false)),
          ...more,
        });
        owners.push(...[outer, ...holes].map((k) => areas[k].owner));
      }
    for (const { contour, owner, pen } of own.filter((one) => !isArea(one))) {
      shapes.push({ outer: contour, holes: [], ...(pen === undefined ? {} : { pen }), ...more });
      owners.push(owner);
    }
  }
  return { shapes, owners };
}

/**
 * Areas among which it can be said what lies in what: all but those of edits that lie across others, which are shapes by
 * themselves until they are united with them, or taken away.
 */
function lyingTogether(areas: readonly Loose[]): Loose[][] {
  const index = new Flatbush(Math.max(1, areas.length));
  const boxes = areas.map(({ contour }) => boxOf([contour]) ?? { left: 0, top: 0, right: 0, bottom: 0 });
  for (const { left, top, right, bottom } of boxes) index.add(left, top, right, bottom);
  if (areas.length === 0) return [];
  index.finish();
  const across = new Set<number>();
  areas.forEach(({ contour, owner }, k) => {
    if (owner.edit === 0 || across.has(owner.edit)) return;
    const { left, top, right, bottom } = boxes[k];
    const others = index.search(left, top, right, bottom, (n) => areas[n].owner.edit !== owner.edit);
    if (others.some((n) => findCrossings([contour, areas[n].contour], CLOSE).length > 0))
      across.add(owner.edit);
  });
  const edits = [...across].map((edit) => areas.filter(({ owner }) => owner.edit === edit));
  return [areas.filter(({ owner }) => !across.has(owner.edit)), ...edits];
}
