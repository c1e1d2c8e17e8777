import { type Point, norm } from '../geometry';

/**
 * Length of the shortest tree that joins all places (Prim 1957): no way that calls at each of them is shorter.
 */
export function spanningTree(places: readonly Point[]): number {
  if (places.length === 0) return 0;
  const distance = new Float64Array(places.length).fill(Infinity);
  const reached = new Uint8Array(places.length);
  let sum = 0;
  let at = 0;
  for (let k = 1; k < places.length; k++) {
    reached[at] = 1;
    let next = -1;
    for (let i = 0; i < places.length; i++) {
      if (reached[i]) continue;
      const d = norm(places[i].x - places[at].x, places[i].y - places[at].y);
      if (d < distance[i]) distance[i] = d;
      if (next < 0 || distance[i] < distance[next]) next = i;
    }
    sum += distance[next];
    at = next;
  }
  return sum;
}
