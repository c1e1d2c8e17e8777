import { type Point, norm } from '../geometry';

/**
 * Length of the shortest tree that joins all stops (Prim 1957), each of which has one place or several: no way that calls at each
 * of them is shorter, wherever it comes in and goes on from.
 */
export function spanningTree(stops: readonly (readonly Point[])[]): number {
  if (stops.length === 0) return 0;
  const distance = new Float64Array(stops.length).fill(Infinity);
  const reached = new Uint8Array(stops.length);
  let sum = 0;
  let at = 0;
  for (let k = 1; k < stops.length; k++) {
    reached[at] = 1;
    let next = -1;
    for (let i = 0; i < stops.length; i++) {
      if (reached[i]) continue;
      for (const a of stops[at])
        for (const b of stops[i]) {
          const d = norm(b.x - a.x, b.y - a.y);
          if (d < distance[i]) distance[i] = d;
        }
      if (next < 0 || distance[i] < distance[next]) next = i;
    }
    sum += distance[next];
    at = next;
  }
  return sum;
}
