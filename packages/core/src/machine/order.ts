import Flatbush from 'flatbush';
import { type Point, norm } from '../geometry';

/** A way to call at something: where one comes in, and where one goes on from. */
export interface Call {
  enter: Point;
  leave: Point;
}

/** Something to be called at once, in one of several ways, before what is around it. */
export interface Stop {
  calls: readonly Call[];
  /** Numbers of the stops that must come later. */
  before: readonly number[];
}

/** A stop by its number, and the number of the way in which it is called at. */
export interface Visit {
  stop: number;
  call: number;
}

/** So many neighbours of each stop are looked at, and so many rounds are made. */
const NEIGHBOURS = 10;
const ROUNDS = 12;
/** Moves take so many stops along at most. */
const TOGETHER = 3;
const WORTH = 1e-9;

/**
 * A short way past all stops, each before the one around it: always on to the nearest that is free, then stretches run backwards
 * (2-opt; Croes 1958) and stops moved elsewhere (Or-opt; Or 1976) while that makes it shorter. Distances are straight.
 */
export function shortOrder(stops: readonly Stop[], from: Point): Visit[] {
  const route = nearestFirst(stops, from);
  if (stops.length < 3) return route;
  const search = new Search(stops, from, route);
  for (let round = 0; round < ROUNDS; round++) {
    const shorter = search.turned() + search.moved();
    search.bestCalls();
    if (shorter === 0) break;
  }
  return search.route;
}

/** How far it is from a place past all stops in some order. */
export function wayLength(stops: readonly Stop[], from: Point, route: readonly Visit[]): number {
  let sum = 0;
  let at = from;
  for (const { stop, call } of route) {
    const { enter, leave } = stops[stop].calls[call];
    sum += far(at, enter);
    at = leave;
  }
  return sum;
}

const far = (a: Point, b: Point): number => norm(a.x - b.x, a.y - b.y);

function nearestFirst(stops: readonly Stop[], from: Point): Visit[] {
  const waiting = new Int32Array(stops.length);
  for (const { before } of stops) for (const later of before) waiting[later]++;
  const free = new Set(stops.flatMap((_, k) => (waiting[k] === 0 ? [k] : [])));
  const route: Visit[] = [];
  let at = from;
  while (free.size > 0) {
    let best: Visit & { distance: number } = { stop: -1, call: 0, distance: Infinity };
    for (const stop of free)
      stops[stop].calls.forEach(({ enter }, call) => {
        const distance = far(at, enter);
        if (distance < best.distance) best = { stop, call, distance };
      });
    const { stop, call } = best;
    route.push({ stop, call });
    free.delete(stop);
    at = stops[stop].calls[call].leave;
    for (const later of stops[stop].before) if (--waiting[later] === 0) free.add(later);
  }
  return route;
}

class Search {
  private readonly positions: Int32Array;
  private readonly inner: number[][];
  private near: number[][] = [];
  /** Of a stop that can only be called at one way around, the way back is another one. */
  private readonly oneWay: boolean[];

  constructor(
    private readonly stops: readonly Stop[],
    private readonly from: Point,
    readonly route: Visit[],
  ) {
    this.positions = new Int32Array(stops.length);
    this.inner = stops.map(() => []);
    stops.forEach(({ before }, k) => {
      for (const later of before) this.inner[later].push(k);
    });
    this.oneWay = stops.map(({ calls }) => calls.length === 1 && far(calls[0].enter, calls[0].leave) > WORTH);
    this.settle(0, route.length - 1);
    this.bestCalls();
  }

  /** The way of calling at each stop, in this order, that makes the whole shortest: exactly, from the last to the first. */
  bestCalls(): void {
    const { stops, route } = this;
    const costs: number[][] = [];
    const next: number[][] = [];
    for (let k = route.length - 1; k >= 0; k--) {
      const after = k + 1 < route.length ? stops[route[k + 1].stop].calls : [];
      costs[k] = [];
      next[k] = [];
      stops[route[k].stop].calls.forEach(({ leave }, call) => {
        let [best, choice] = after.length === 0 ? [0, 0] : [Infinity, 0];
        after.forEach(({ enter }, other) => {
          const cost = far(leave, enter) + costs[k + 1][other];
          if (cost < best) [best, choice] = [cost, other];
        });
        costs[k][call] = best;
        next[k][call] = choice;
      });
    }
    let call = 0;
    let best = Infinity;
    stops[route[0].stop].calls.forEach(({ enter }, k) => {
      const cost = far(this.from, enter) + costs[0][k];
      if (cost < best) [best, call] = [cost, k];
    });
    route.forEach((visit, k) => {
      visit.call = call;
      call = next[k][call];
    });
    this.findNeighbours();
  }

  /** Stretches run backwards where that is shorter; how many were. */
  turned(): number {
    let count = 0;
    for (let stop = 0; stop < this.stops.length; stop++)
      for (const other of this.near[stop]) {
        const before = this.positions[other] - 1;
        // The stop comes to lie beside the other where the stretch between them begins with it,
        if (before > this.positions[stop] && this.turn(this.positions[stop], before)) count++;
        // or where it ends with the other.
        const first = this.positions[stop] + 1;
        if (this.positions[other] > first && this.turn(first, this.positions[other])) count++;
      }
    return count;
  }

  /** Up to three stops in a row moved to where they fit better; how often. */
  moved(): number {
    let count = 0;
    for (let stop = 0; stop < this.stops.length; stop++)
      for (const other of this.near[stop])
        for (let many = 1; many <= TOGETHER; many++) {
          const [i, j] = [this.positions[stop], this.positions[other]];
          if (i + many > this.route.length || (j >= i && j < i + many)) break;
          if (this.move(i, many, j) || this.move(i, many, j + 1)) {
            count++;
            break;
          }
        }
    return count;
  }

  private leaveAt = (k: number): Point =>
    k < 0 ? this.from : this.stops[this.route[k].stop].calls[this.route[k].call].leave;
  private enterAt = (k: number): Point => this.stops[this.route[k].stop].calls[this.route[k].call].enter;
  /** From the stop in one position to that in another; nothing beyond the last. */
  private step = (from: number, to: number): number =>
    to >= this.route.length ? 0 : far(this.leaveAt(from), this.enterAt(to));

  private turn(i: number, j: number): boolean {
    const { route } = this;
    if (this.oneWay[route[i].stop] || this.oneWay[route[j].stop]) return false;
    const after = j + 1 < route.length ? far(this.enterAt(i), this.enterAt(j + 1)) : 0;
    const gain =
      this.step(i - 1, i) + this.step(j, j + 1) - far(this.leaveAt(i - 1), this.leaveAt(j)) - after;
    if (gain <= WORTH) return false;
    for (let k = i; k <= j; k++) {
      const { before } = this.stops[route[k].stop];
      if (this.oneWay[route[k].stop] || before.some((later) => this.positions[later] <= j)) return false;
    }
    for (let a = i, b = j; a < b; a++, b--) [route[a], route[b]] = [route[b], route[a]];
    for (let k = i; k <= j; k++) route[k].call = this.backwards(route[k]);
    this.settle(i, j);
    return true;
  }

  /** The way of calling that comes in where this one goes out. */
  private backwards({ stop, call }: Visit): number {
    const { calls } = this.stops[stop];
    const { enter, leave } = calls[call];
    if (far(enter, leave) < WORTH) return call;
    const back = calls.findIndex(
      (other) => far(other.enter, leave) < WORTH && far(other.leave, enter) < WORTH,
    );
    // A loop that is come into from beside is left where it is begun, whichever way one goes on.
    return back < 0 ? call : back;
  }

  /** Stops from position i on to before what is in position j now. */
  private move(i: number, many: number, j: number): boolean {
    const { route } = this;
    const last = i + many - 1;
    if (j >= i && j <= last + 1) return false;
    const out = this.step(i - 1, i) + this.step(last, last + 1);
    const closed = last + 1 < route.length ? far(this.leaveAt(i - 1), this.enterAt(last + 1)) : 0;
    const opened = this.step(j - 1, j);
    const put =
      far(this.leaveAt(j - 1), this.enterAt(i)) +
      (j < route.length ? far(this.leaveAt(last), this.enterAt(j)) : 0);
    if (out + opened - closed - put <= WORTH) return false;
    for (let k = i; k <= last; k++) {
      const { stop } = route[k];
      const { before } = this.stops[stop];
      if (j > last && before.some((later) => this.positions[later] > last && this.positions[later] < j))
        return false;
      if (j < i && this.inner[stop].some((one) => this.positions[one] >= j && this.positions[one] < i))
        return false;
    }
    const taken = route.splice(i, many);
    route.splice(j > last ? j - many : j, 0, ...taken);
    this.settle(Math.min(i, j), Math.max(last, j - 1));
    return true;
  }

  private settle(from: number, to: number): void {
    for (let k = from; k <= to && k < this.route.length; k++) this.positions[this.route[k].stop] = k;
  }

  private findNeighbours(): void {
    const { route, stops } = this;
    const index = new Flatbush(route.length);
    for (const { stop, call } of route) {
      const { enter } = stops[stop].calls[call];
      index.add(enter.x, enter.y, enter.x, enter.y);
    }
    index.finish();
    const numbers = route.map(({ stop }) => stop);
    route.forEach(({ stop, call }) => {
      const { leave } = stops[stop].calls[call];
      this.near[stop] = index
        .neighbors(leave.x, leave.y, NEIGHBOURS + 1)
        .map((k) => numbers[k])
        .filter((other) => other !== stop);
    });
  }
}
