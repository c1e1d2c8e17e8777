import { HOLE, ORIGIN, PLACES, type PathSet, inverted, packPaths } from '../../geometry';
import type { HandGround } from './acts';
import type { Anchor } from './anchor';
import type { Hand, HandEdit } from './hand';
import { type Loose, handMade, nested, tracedAnchor } from './replay';

/** A contour of a set on its way into another: under which id, of which shape, and whether it is a hole there. */
interface Placed {
  set: PathSet;
  k: number;
  id: number;
  shape: number;
  isHole: boolean;
  /** Which contour of its edit it is from now on. */
  part: number;
}

/**
 * Paths as they are right after acts of the hand, before anything is traced or worked out anew: what acts took out is gone,
 * what they made is there, everything else is as it was and keeps its id. What stands for one contour lies where that lay, a
 * hole in the place of a hole; what lies in what is not looked at beyond that. Undefined where something comes back that the
 * paths have not, as after undoing.
 */
export function pathsAfter(ground: HandGround, before: Hand, after: Hand): PathSet | undefined {
  const { paths } = ground;
  const ids = [...new Set([...Object.keys(before), ...Object.keys(after)].map(Number))];
  const changed = ids.filter((id) => before[id] !== after[id]);
  const taken = anchorsIn(before, changed);
  const takes = anchorsIn(after, changed);
  if (without(taken, takes).length > 0) return undefined;
  const gone = tracedOf(ground, new Set(without(takes, taken)));
  const madeById = new Map(changed.map((id) => [id, madeBy(ground, before, after, id)]));
  const inPlace = placesTaken(paths, changed, after, gone);
  const isOut = new Set(gone.values());
  let id = paths.ids.reduce((most, one) => Math.max(most, one), 0);
  const all = Array.from(paths.ids).flatMap((own, k): Placed[] => {
    const [edit, part, shape] = [paths.edits[k], paths.parts[k], paths.shapes[k]];
    const isHole = (paths.flags[k] & HOLE) !== 0;
    const now =
      edit > 0 ? partNow(editOf(before, edit), editOf(after, edit), part) : isOut.has(k) ? -1 : part;
    if (now >= 0) return [{ set: paths, k, id: own, shape, isHole, part: now }];
    const stands = inPlace.get(k);
    const made = (stands && madeById.get(stands.edit)) ?? [];
    const loose = made.find(({ owner }) => owner.part === stands?.part);
    if (!stands || !loose) return [];
    madeById.set(
      stands.edit,
      made.filter((one) => one !== loose),
    );
    const set = packPaths([{ outer: loose.contour, holes: [], ...looks(loose) }], 1, [loose.owner]);
    return [{ set, k: 0, id: ++id, shape, isHole: isHole && loose.contour.closed, part: stands.part }];
  });
  let shape = paths.shapes.reduce((most, one) => Math.max(most, one), -1) + 1;
  const { shapes, owners } = nested([...madeById.values()].flat());
  const more = packPaths(shapes, 1, owners);
  more.ids.forEach((_, k) => {
    const isHole = (more.flags[k] & HOLE) !== 0;
    all.push({ set: more, k, id: ++id, shape: shape + more.shapes[k], isHole, part: more.parts[k] });
  });
  shape += shapes.length;
  return gathered(wholeShapes(all, shape));
}

const editOf = (hand: Hand, id: number): HandEdit | undefined => hand[id];
/** Which contour of an edit one is now that was the `part`th of it; -1 where it is none any more. */
const partNow = (was: HandEdit | undefined, now: HandEdit | undefined, part: number): number =>
  was && now ? now.contours.indexOf(was.contours[part]) : -1;
const keyOf = (anchor: Anchor): string => JSON.stringify(anchor);
const anchorsIn = (hand: Hand, ids: readonly number[]): string[] =>
  ids.flatMap((id) => (id in hand ? hand[id].from.map(keyOf) : []));
const looks = ({ pen, plate }: Loose) => ({
  ...(pen === undefined ? {} : { pen }),
  ...(plate === undefined ? {} : { plate }),
});

/** What is in one list and not in another, each as often as it is there. */
function without(list: readonly string[], other: readonly string[]): string[] {
  const left = new Map<string, number>();
  for (const key of other) left.set(key, (left.get(key) ?? 0) + 1);
  return list.filter((key) => {
    const count = left.get(key) ?? 0;
    left.set(key, count - 1);
    return count <= 0;
  });
}

/** Numbers of traced contours by their anchors. */
function tracedOf({ paths, toSource }: HandGround, keys: ReadonlySet<string>): Map<string, number> {
  const found = new Map<string, number>();
  if (keys.size === 0) return found;
  paths.ids.forEach((_, k) => {
    if (paths.edits[k] > 0) return;
    const key = keyOf(tracedAnchor(paths, k, toSource));
    if (keys.has(key) && !found.has(key)) found.set(key, k);
  });
  return found;
}

/** Contours that an edit has now and had not before, in pixels of the paths. */
function madeBy({ toSource, colours }: HandGround, before: Hand, after: Hand, id: number): Loose[] {
  const edit = editOf(after, id);
  const known = new Set(editOf(before, id)?.contours);
  const fromSource = inverted(toSource);
  return (edit?.contours ?? []).flatMap((contour, part) =>
    known.has(contour) ? [] : [handMade(contour, id, part, fromSource, colours)],
  );
}

/** By number of a contour that is gone: what stands for it now, where one stands for one. */
function placesTaken(
  paths: PathSet,
  changed: readonly number[],
  after: Hand,
  gone: ReadonlyMap<string, number>,
): Map<number, { edit: number; part: number }> {
  const places = new Map<number, { edit: number; part: number }>();
  for (const id of changed) {
    const edit = editOf(after, id);
    if (!edit || edit.from.length !== edit.contours.length) continue;
    edit.from.forEach((anchor, part) => {
      const k = gone.get(keyOf(anchor));
      if (k !== undefined) places.set(k, { edit: id, part });
    });
  }
  paths.edits.forEach((edit, k) => {
    if (edit > 0 && changed.includes(edit)) places.set(k, { edit, part: paths.parts[k] });
  });
  return places;
}

/** Holes whose outer contour is gone are shapes by themselves; an outer one comes before its holes. */
function wholeShapes(all: readonly Placed[], free: number): Placed[] {
  const outer = new Set(all.filter(({ isHole }) => !isHole).map(({ shape }) => shape));
  let next = free;
  return all.map((one) =>
    one.isHole && !outer.has(one.shape) ? { ...one, shape: next++, isHole: false } : one,
  );
}

/** Contours of sets as one set. */
function gathered(all: readonly Placed[]): PathSet {
  const count = all.reduce((sum, { set, k }) => sum + set.starts[k + 1] - set.starts[k], 0);
  const result: PathSet = {
    ids: Uint32Array.from(all, ({ id }) => id),
    shapes: Uint32Array.from(all, ({ shape }) => shape),
    flags: Uint8Array.from(all, ({ set, k, isHole }) => (set.flags[k] & ~HOLE) | (isHole ? HOLE : 0)),
    pens: Float64Array.from(all, ({ set, k }) => set.pens[k]),
    edits: Uint32Array.from(all, ({ set, k }) => set.edits[k]),
    parts: Uint32Array.from(all, ({ part }) => part),
    plates: Int32Array.from(all, ({ set, k }) => set.plates[k]),
    origins: new Float64Array(ORIGIN * all.length),
    starts: new Uint32Array(all.length + 1),
    kinds: new Uint8Array(count),
    places: new Float64Array(PLACES * count),
  };
  let at = 0;
  all.forEach(({ set, k }, n) => {
    const [first, last] = [set.starts[k], set.starts[k + 1]];
    result.origins.set(set.origins.subarray(ORIGIN * k, ORIGIN * (k + 1)), ORIGIN * n);
    result.kinds.set(set.kinds.subarray(first, last), at);
    result.places.set(set.places.subarray(PLACES * first, PLACES * last), PLACES * at);
    at += last - first;
    result.starts[n + 1] = at;
  });
  return result;
}
