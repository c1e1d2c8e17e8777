import { type Point } from '../geometry';
import { type Cut, type Machine, type Plan, type Track, planOf } from '../machine';
import { type Freed, type Remains, freedIn } from '../material';

/** How often an order is tried that leaves what is worked on in place. */
const ROUNDS = 6;

/** Tracks in order, and what comes loose on the way. */
export interface Sequence {
  plan: Plan;
  freed: Freed;
}

/**
 * The order of tracks: what lies in a loop before it, and what would be cut in loose material before the cut that frees it. Where that goes
 * around in a circle there is no such order, and what stays loose is told. An order by hand is kept.
 */
export function sequenceOf(
  tracks: readonly Track[],
  cuts: readonly Cut[],
  remains: Remains,
  machine: Machine,
  origin: Point,
  asked?: readonly number[],
): Sequence {
  const trackOf = new Map(tracks.flatMap(({ cut }, k) => (cut < 0 ? [] : [[cut, k]])));
  const before = new Before(cuts);
  const look = (): Sequence => {
    const later = (track: number) =>
      tracks[track].cut < 0 ? [] : before.of(tracks[track].cut).flatMap((cut) => trackOf.get(cut) ?? []);
    const plan = planOf(tracks, machine, origin, later, asked);
    const order = plan.tracks.flatMap(({ track }) => (tracks[track].cut < 0 ? [] : [tracks[track].cut]));
    return { plan, freed: freedIn(remains, cuts, order) };
  };
  let best = look();
  for (let round = 0; round < ROUNDS && !asked && best.freed.loose.length > 0; round++) {
    const isChanged = best.freed.loose.map(({ cut, freedBy }) => before.add(cut, freedBy)).some((one) => one);
    if (!isChanged) break;
    const next = look();
    if (next.freed.loose.length < best.freed.loose.length) best = next;
  }
  return best;
}

/** Which cuts come before which, never around in a circle. */
class Before {
  private readonly later: Set<number>[];

  constructor(cuts: readonly Cut[]) {
    this.later = cuts.map(() => new Set<number>());
    cuts.forEach(({ around }, k) => {
      for (const loop of around) this.add(k, loop);
    });
  }

  of = (cut: number): number[] => [...this.later[cut]];

  /** Whether one cut can be put before another, and was not yet. */
  add(cut: number, later: number): boolean {
    if (later < 0 || later === cut || this.later[cut].has(later) || this.leadsTo(later, cut)) return false;
    this.later[cut].add(later);
    return true;
  }

  private leadsTo(from: number, to: number): boolean {
    const seen = new Set([from]);
    const open = [from];
    for (let next = open.pop(); next !== undefined; next = open.pop()) {
      if (next === to) return true;
      for (const one of this.later[next]) {
        if (!seen.has(one)) open.push(one);
        seen.add(one);
      }
    }
    return false;
  }
}
