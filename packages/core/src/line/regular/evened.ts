import { type PathSet, type Shape, contoursOf } from '../../geometry';

/** What some contours were given that they all but had: one form, an axis, directions, a middle. */
export interface Evened {
  kind: 'alike' | 'mirrored' | 'straight' | 'round';
  /** Numbers of the contours. */
  contours: number[];
}

/** What was evened out, by ids of paths: of those that the hand has not made others since. `evened` counts contours of `shapes`. */
export function evenedPaths(
  evened: readonly Evened[],
  shapes: readonly Shape[],
  { ids, edits, origins }: PathSet,
): { kind: Evened['kind']; ids: number[] }[] {
  if (evened.length === 0) return [];
  const stride = origins.length / ids.length;
  const nameOf = (x: number, y: number) => `${x} ${y}`;
  const traced = new Map<string, number>();
  ids.forEach((id, k) => {
    if (edits[k] === 0) traced.set(nameOf(origins[stride * k], origins[stride * k + 1]), id);
  });
  const starts = contoursOf(shapes).map(({ start: { x, y } }) => nameOf(x, y));
  return evened
    .map(({ kind, contours }) => ({ kind, ids: contours.flatMap((n) => traced.get(starts[n]) ?? []) }))
    .filter((one) => one.ids.length > 0);
}
