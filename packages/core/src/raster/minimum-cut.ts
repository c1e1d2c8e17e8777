import { type Context, checkStopped } from '../context';

/**
 * Pixels, or some of them, and their neighbours: entry 8 p + d is the neighbour of pixel p in direction d, of -1 where
 * there is none. Directions run in reading order around a pixel, so that 7 - d is the opposite of d. `link` is what it
 * costs to part the two, a whole number, the same from both sides.
 */
export interface PixelGraph {
  count: number;
  neighbour: Int32Array;
  link: Int32Array;
}

/** How a node hangs in its tree: by the direction to its parent, by its terminal, by nothing now, or in no tree. */
const TERMINAL = 8;
const ORPHAN = 9;
const FREE = 10;
/** Farther from a terminal than any node. */
const FAR = 0x3fffffff;

/**
 * The cheapest way to part pixels into two sides: Boykov and Kolmogorov 2004, "An experimental comparison of min-cut/
 * max-flow algorithms", section 3 (grow, augment, adopt), with the distances of section 3.2's note on how orphans find
 * the nearest origin. `pull` says for each pixel what it costs to be outside less what it costs to be inside, in whole
 * numbers. Answers 1 for pixels inside; where it is all one, outside.
 */
export function minimumCut(graph: PixelGraph, pull: Int32Array, context: Context): Uint8Array {
  return new Flow(graph, pull).cut(context);
}

class Flow {
  private readonly neighbour: Int32Array;
  /** What may still flow along each arc, and from (positive) or to (negative) the terminals. */
  private readonly residual: Int32Array;
  private readonly terminal: Int32Array;
  private readonly parent: Uint8Array;
  /** 1 in the tree of the source. */
  private readonly inside: Uint8Array;
  private readonly distance: Int32Array;
  private readonly stamp: Int32Array;
  private time = 0;
  private readonly queue: Int32Array;
  private readonly queued: Uint8Array;
  private head = 0;
  private waiting = 0;
  private readonly orphans: number[] = [];

  constructor({ count, neighbour, link }: PixelGraph, pull: Int32Array) {
    this.neighbour = neighbour;
    this.residual = link.slice();
    this.terminal = pull.slice();
    this.parent = new Uint8Array(count).fill(FREE);
    this.inside = new Uint8Array(count);
    this.distance = new Int32Array(count);
    this.stamp = new Int32Array(count);
    this.queue = new Int32Array(count + 1);
    this.queued = new Uint8Array(count);
    for (let node = 0; node < count; node++) {
      if (pull[node] === 0) continue;
      this.parent[node] = TERMINAL;
      this.inside[node] = pull[node] > 0 ? 1 : 0;
      this.distance[node] = 1;
      this.activate(node);
    }
  }

  cut(context: Context): Uint8Array {
    for (let round = 0; this.waiting > 0; round++) {
      if ((round & 4095) === 0) checkStopped(context);
      const node = this.queue[this.head];
      if (this.parent[node] !== FREE && this.grow(node)) continue;
      this.head = (this.head + 1) % this.queue.length;
      this.waiting--;
      this.queued[node] = 0;
    }
    return this.inside.map((side, node) => (this.parent[node] === FREE ? 0 : side));
  }

  private activate(node: number): void {
    if (this.queued[node]) return;
    this.queued[node] = 1;
    this.queue[(this.head + this.waiting) % this.queue.length] = node;
    this.waiting++;
  }

  /** Grows a tree from a node until it meets the other one; true where it did, and what could flow has flowed. */
  private grow(node: number): boolean {
    const { neighbour, residual, parent, inside, distance, stamp } = this;
    const side = inside[node];
    for (let d = 0; d < 8; d++) {
      const other = neighbour[8 * node + d];
      if (other < 0) continue;
      const flows = side ? residual[8 * node + d] : residual[8 * other + 7 - d];
      if (flows <= 0) continue;
      if (parent[other] === FREE) {
        inside[other] = side;
        parent[other] = 7 - d;
        stamp[other] = stamp[node];
        distance[other] = distance[node] + 1;
        this.activate(other);
      } else if (inside[other] !== side) {
        this.time++;
        if (side) this.augment(node, d, other);
        else this.augment(other, 7 - d, node);
        this.adopt();
        return true;
      } else if (stamp[other] <= stamp[node] && distance[other] > distance[node]) {
        parent[other] = 7 - d;
        stamp[other] = stamp[node];
        distance[other] = distance[node] + 1;
      }
    }
    return false;
  }

  /** Sends as much as can flow from the source by way of `from` and `to` to the sink. */
  private augment(from: number, d: number, to: number): void {
    const { neighbour, residual, terminal, parent } = this;
    let least = residual[8 * from + d];
    let node = from;
    while (parent[node] !== TERMINAL) {
      const up = neighbour[8 * node + parent[node]];
      least = Math.min(least, residual[8 * up + 7 - parent[node]]);
      node = up;
    }
    least = Math.min(least, terminal[node]);
    node = to;
    while (parent[node] !== TERMINAL) {
      least = Math.min(least, residual[8 * node + parent[node]]);
      node = neighbour[8 * node + parent[node]];
    }
    least = Math.min(least, -terminal[node]);

    residual[8 * from + d] -= least;
    residual[8 * to + 7 - d] += least;
    node = from;
    while (parent[node] !== TERMINAL) {
      const by = parent[node];
      const up = neighbour[8 * node + by];
      residual[8 * node + by] += least;
      residual[8 * up + 7 - by] -= least;
      if (residual[8 * up + 7 - by] === 0) this.letGo(node);
      node = up;
    }
    terminal[node] -= least;
    if (terminal[node] === 0) this.letGo(node);
    node = to;
    while (parent[node] !== TERMINAL) {
      const by = parent[node];
      const up = neighbour[8 * node + by];
      residual[8 * up + 7 - by] += least;
      residual[8 * node + by] -= least;
      if (residual[8 * node + by] === 0) this.letGo(node);
      node = up;
    }
    terminal[node] += least;
    if (terminal[node] === 0) this.letGo(node);
  }

  private letGo(node: number): void {
    this.parent[node] = ORPHAN;
    this.orphans.push(node);
  }

  /** Finds every orphan a parent in its own tree, as near to the terminal as can be, or sets it free. */
  private adopt(): void {
    const { orphans } = this;
    // The list grows on the way.
    for (const node of orphans) this.adoptOne(node);
    orphans.length = 0;
  }

  private adoptOne(node: number): void {
    const { neighbour, residual, parent, inside, distance, stamp } = this;
    const side = inside[node];
    let nearest = FAR;
    let by = FREE;
    for (let d = 0; d < 8; d++) {
      const other = neighbour[8 * node + d];
      if (other < 0 || parent[other] === FREE || inside[other] !== side) continue;
      if ((side ? residual[8 * other + 7 - d] : residual[8 * node + d]) <= 0) continue;
      const far = this.farFromTerminal(other);
      if (far >= nearest) continue;
      nearest = far;
      by = d;
    }
    parent[node] = by;
    if (by !== FREE) {
      stamp[node] = this.time;
      distance[node] = nearest + 1;
      return;
    }
    for (let d = 0; d < 8; d++) {
      const other = neighbour[8 * node + d];
      if (other < 0 || parent[other] === FREE || inside[other] !== side) continue;
      if ((side ? residual[8 * other + 7 - d] : residual[8 * node + d]) > 0) this.activate(other);
      if (parent[other] === 7 - d) this.letGo(other);
    }
  }

  /** How many arcs lead from a node to the terminal of its tree; FAR where an orphan lies between. */
  private farFromTerminal(from: number): number {
    const { neighbour, parent, distance, stamp, time } = this;
    let far = 0;
    for (let node = from; ; node = neighbour[8 * node + parent[node]]) {
      if (stamp[node] === time) {
        far += distance[node];
        break;
      }
      far++;
      if (parent[node] === TERMINAL) {
        stamp[node] = time;
        distance[node] = 1;
        break;
      }
      if (parent[node] >= ORPHAN) return FAR;
    }
    for (let node = from, left = far; stamp[node] !== time; node = neighbour[8 * node + parent[node]]) {
      stamp[node] = time;
      distance[node] = left--;
    }
    return far;
  }
}
