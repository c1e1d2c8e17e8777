import { norm } from '../../geometry';
import type { Chain } from '../chain/chain';
import { Tangent, layOut } from './joint-layout';
import { SegmentSums } from './segment-sums';
import { SkylineSystem } from './skyline';

/** A step moves no node farther than this, in pixels, and turns no direction farther, in radians. */
const MOST_MOVE = 1;
const MOST_TURN = 0.3;
/** How firmly a corner is held where it was found, in points of the contour that would say so. */
const CORNER_HOLD = 0.5;
/** Fixed ends, so firmly that they do not move. */
const END_HOLD = 1e4;
/** How firmly the first node of a smooth loop is kept from sliding along it. */
const FIRST_HOLD = 1;
/** A handle stays longer than this share of its segment. */
const LEAST_HANDLE = 0.04;
/** A segment's curve is drawn on by this share, for points that are about to become a neighbour's. */
const BEYOND = 0.1;

/** The unknowns of a chain and the equations for them. Arrays are by node or by segment. */
export class Joint {
  private readonly count: number;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly cornerX: Float64Array;
  private readonly cornerY: Float64Array;
  /** Unit directions at smooth nodes. */
  private readonly alongX: Float64Array;
  private readonly alongY: Float64Array;
  private readonly tangent: Uint8Array;
  /** Handles: offsets at corners; at smooth nodes the length alone, in the X array. */
  private readonly startX: Float64Array;
  private readonly startY: Float64Array;
  private readonly endX: Float64Array;
  private readonly endY: Float64Array;
  /** All of the state in one array, and as it was when it was last kept. */
  private readonly moving: Float64Array;
  private readonly kept: Float64Array;
  /** As laid out. */
  private readonly placeAt: Int32Array;
  private readonly angleAt: Int32Array;
  private readonly startAt: Int32Array;
  private readonly endAt: Int32Array;
  private readonly system: SkylineSystem;
  /** Parameters of the points, segment after segment; NaN before the first projection. */
  private readonly parameters: Float64Array;
  private readonly sums = new SegmentSums();
  /** Of the segment at hand: which part of it moves how with which unknown. */
  private readonly parts = new Uint8Array(20);
  private readonly columns = new Int32Array(20);
  private readonly movesX = new Float64Array(20);
  private readonly movesY = new Float64Array(20);
  private used = 0;
  private most = Infinity;

  constructor(private readonly chain: Chain) {
    const { nodes, segments } = chain;
    const count = (this.count = nodes.length);
    const room = new Float64Array(10 * count);
    const array = (k: number) => room.subarray(k * count, (k + 1) * count);
    [this.x, this.y, this.alongX, this.alongY] = [array(0), array(1), array(2), array(3)];
    [this.startX, this.startY, this.endX, this.endY] = [array(4), array(5), array(6), array(7)];
    this.moving = room.subarray(0, 8 * count);
    this.kept = this.moving.slice();
    [this.cornerX, this.cornerY] = [array(8), array(9)];
    const layout = layOut(chain);
    this.tangent = layout.tangent;
    [this.placeAt, this.angleAt] = [layout.placeAt, layout.angleAt];
    [this.startAt, this.endAt] = [layout.startAt, layout.endAt];
    this.system = new SkylineSystem(layout.first);
    nodes.forEach(({ x, y }, k) => {
      this.x[k] = this.cornerX[k] = x;
      this.y[k] = this.cornerY[k] = y;
    });
    segments.forEach(({ startX, startY, endX, endY }, k) => {
      [this.startX[k], this.startY[k], this.endX[k], this.endY[k]] = [startX, startY, endX, endY];
    });
    for (let k = 0; k < count; k++) this.beginTangent(k);
    this.parameters = new Float64Array(segments.reduce((sum, segment) => sum + lengthOf(segment), 0)).fill(
      NaN,
    );
  }

  /** From now on looks at about `most` points of each segment; their parameters are sought anew. */
  look(most: number): void {
    this.most = most;
    this.parameters.fill(NaN);
  }

  /** Equations of the points looked at, at the present state; the sum of squared distances. */
  gather(): number {
    const { chain, system } = this;
    system.clear();
    let sum = 0;
    let at = 0;
    chain.segments.forEach((segment, k) => {
      sum += this.gatherSegment(k, at);
      at += lengthOf(segment);
    });
    for (let k = 0; k < this.count; k++) {
      if (this.tangent[k] !== Tangent.None || chain.nodes[k].smooth) continue;
      const firmly = this.isFixed(k) ? END_HOLD : CORNER_HOLD;
      this.hold(k, firmly, 0, firmly * (this.cornerX[k] - this.x[k]));
      this.hold(k, 0, firmly, firmly * (this.cornerY[k] - this.y[k]));
    }
    if (chain.closed && this.tangent[0] === Tangent.Free) {
      const [alongX, alongY] = [FIRST_HOLD * this.alongX[0], FIRST_HOLD * this.alongY[0]];
      const off = (this.cornerX[0] - this.x[0]) * alongX + (this.cornerY[0] - this.y[0]) * alongY;
      this.hold(0, alongX, alongY, off);
    }
    return sum;
  }

  /** Points beyond a smooth node become the next segment's, so that nodes may slide along the contour. */
  reassign(): void {
    const { segments } = this.chain;
    const { parameters } = this;
    let at = 0;
    for (let k = 0; k + 1 < segments.length; k++) {
      const segment = segments[k];
      const next = segments[k + 1];
      at += lengthOf(segment);
      if (next.run !== segment.run || next.first !== segment.last + 1) continue;
      while (segment.last > segment.first && parameters[at - 1] > 1) {
        parameters[--at] = NaN;
        segment.last--;
        next.first--;
      }
      while (next.first < next.last && parameters[at] < 0) {
        parameters[at++] = NaN;
        segment.last++;
        next.first++;
      }
    }
  }

  /** Solves and moves; false where the equations do not say. */
  step(damping: number): boolean {
    const { system, chain } = this;
    system.damp(damping);
    if (!system.solve()) return false;
    const { right } = system;
    for (let k = 0; k < this.count; k++) {
      const dx = right[this.placeAt[k]];
      const dy = right[this.placeAt[k] + 1];
      const far = norm(dx, dy);
      const share = far > MOST_MOVE ? MOST_MOVE / far : 1;
      this.x[k] += share * dx;
      this.y[k] += share * dy;
      if (this.angleAt[k] < 0) continue;
      const turn = clamp(right[this.angleAt[k]], -MOST_TURN, MOST_TURN);
      // By the half angle's tangent: the same in every engine, which sine and cosine are not.
      const half = turn / 2;
      const cos = (1 - half * half) / (1 + half * half);
      const sin = turn / (1 + half * half);
      const ax = this.alongX[k];
      this.alongX[k] = ax * cos - this.alongY[k] * sin;
      this.alongY[k] = ax * sin + this.alongY[k] * cos;
    }
    for (let k = 0; k < this.count; k++) this.alignWithLine(k);
    chain.segments.forEach(({ kind }, k) => {
      if (kind === 'line') return;
      const end = this.after(k);
      const least = LEAST_HANDLE * norm(this.x[end] - this.x[k], this.y[end] - this.y[k]);
      this.moveHandle(this.startX, this.startY, k, this.startAt[k], this.tangent[k], least);
      this.moveHandle(this.endX, this.endY, k, this.endAt[k], this.tangent[end], least);
    });
    return true;
  }

  /** Keeps the state, to come back to. */
  keep(): void {
    this.kept.set(this.moving);
  }

  restore(): void {
    this.moving.set(this.kept);
  }

  /** Takes the state into the chain. */
  write(): void {
    const { chain } = this;
    chain.nodes.forEach((node, k) => {
      if (this.isFixed(k)) return;
      node.x = this.x[k];
      node.y = this.y[k];
    });
    chain.segments.forEach((segment, k) => {
      if (segment.kind === 'line') return;
      const end = this.after(k);
      const start = this.handle(this.startX, this.startY, k, k, 1);
      const back = this.handle(this.endX, this.endY, k, end, -1);
      [segment.startX, segment.startY, segment.endX, segment.endY] = [start.x, start.y, back.x, back.y];
    });
  }

  private isFixed(k: number): boolean {
    return this.chain.fixed === true && (k === 0 || k === this.count - 1);
  }

  private after(k: number): number {
    return k + 1 === this.count ? 0 : k + 1;
  }

  private before(k: number): number {
    return k === 0 ? this.count - 1 : k - 1;
  }

  /** Directions from the handles as given; handles at smooth nodes become lengths. */
  private beginTangent(k: number): void {
    const tangent = this.tangent[k];
    if (tangent === Tangent.None) return;
    const before = this.before(k);
    if (tangent === Tangent.Free) {
      const dx = this.startX[k] - this.endX[before];
      const dy = this.startY[k] - this.endY[before];
      const size = norm(dx, dy) || 1;
      this.alongX[k] = dx / size;
      this.alongY[k] = dy / size;
    } else this.alignWithLine(k);
    if (tangent !== Tangent.LineAfter) this.startX[k] = norm(this.startX[k], this.startY[k]);
    if (tangent !== Tangent.LineBefore) this.endX[before] = norm(this.endX[before], this.endY[before]);
  }

  private alignWithLine(k: number): void {
    const tangent = this.tangent[k];
    if (tangent !== Tangent.LineBefore && tangent !== Tangent.LineAfter) return;
    const from = tangent === Tangent.LineBefore ? this.before(k) : k;
    const to = this.after(from);
    const dx = this.x[to] - this.x[from];
    const dy = this.y[to] - this.y[from];
    const size = norm(dx, dy) || 1;
    this.alongX[k] = dx / size;
    this.alongY[k] = dy / size;
  }

  private moveHandle(
    xs: Float64Array,
    ys: Float64Array,
    segment: number,
    at: number,
    tangent: Tangent,
    least: number,
  ): void {
    const { right } = this.system;
    if (tangent === Tangent.None) {
      xs[segment] += right[at];
      ys[segment] += right[at + 1];
    } else {
      // No handle grows or shrinks by more than half at once.
      const length = xs[segment];
      xs[segment] = Math.max(least, length + clamp(right[at], -length / 2, length / 2));
    }
  }

  private handle(xs: Float64Array, ys: Float64Array, segment: number, node: number, sign: 1 | -1) {
    if (this.tangent[node] === Tangent.None) return { x: xs[segment], y: ys[segment] };
    const length = sign * xs[segment];
    return { x: length * this.alongX[node], y: length * this.alongY[node] };
  }

  /** Adds one equation for the place of a node: how far it should move along (x, y). */
  private hold(node: number, x: number, y: number, wanted: number): void {
    const { system, placeAt } = this;
    const at = placeAt[node];
    system.add(at, at, x * x);
    system.add(at + 1, at, x * y);
    system.add(at + 1, at + 1, y * y);
    system.right[at] += x * wanted;
    system.right[at + 1] += y * wanted;
  }

  /** Sums over the points of segment k, taken to the unknowns that its places and handles hang on. */
  private gatherSegment(k: number, at: number): number {
    const { sums } = this;
    const { kind, run, first } = this.chain.segments[k];
    const end = this.after(k);
    const length = lengthOf(this.chain.segments[k]);
    const stride = Math.max(1, Math.floor(length / this.most));
    const stretch = { run, first: first + (stride >> 1), stride, many: Math.floor(length / stride) };
    const from = { x: this.x[k], y: this.y[k] };
    const to = { x: this.x[end], y: this.y[end] };
    sums.clear();
    if (kind === 'line') sums.addLine(stretch, this.parameters, at, from, to);
    else {
      const start = this.handle(this.startX, this.startY, k, k, 1);
      const back = this.handle(this.endX, this.endY, k, end, -1);
      const handles = { startX: start.x, startY: start.y, endX: back.x, endY: back.y };
      const least = this.tangent[k] === Tangent.None ? 0 : -BEYOND;
      const most = this.tangent[end] === Tangent.None ? 1 : 1 + BEYOND;
      sums.addCubic(stretch, this.parameters, at, from, to, handles, least, most);
    }
    this.used = 0;
    this.put(0, this.placeAt[k], 1, 0);
    this.put(0, this.placeAt[k] + 1, 0, 1);
    this.put(1, this.placeAt[end], 1, 0);
    this.put(1, this.placeAt[end] + 1, 0, 1);
    if (kind === 'cubic') {
      this.putHandle(2, this.startAt[k], k, this.startX[k]);
      this.putHandle(3, this.endAt[k], end, -this.endX[k]);
    }
    this.scatter();
    return sums.squares;
  }

  /** A part (both places, both handles) moves along (x, y) as an unknown grows. */
  private put(part: number, column: number, x: number, y: number): void {
    const i = this.used++;
    this.parts[i] = part;
    this.columns[i] = column;
    this.movesX[i] = x;
    this.movesY[i] = y;
  }

  /** What a handle's unknowns do: two offsets, or a length along a direction that is free or a line's. */
  private putHandle(part: number, at: number, node: number, length: number): void {
    const tangent = this.tangent[node];
    if (tangent === Tangent.None) {
      this.put(part, at, 1, 0);
      this.put(part, at + 1, 0, 1);
      return;
    }
    const sign = part === 3 ? -1 : 1;
    const alongX = this.alongX[node];
    const alongY = this.alongY[node];
    this.put(part, at, sign * alongX, sign * alongY);
    const turnX = -length * alongY;
    const turnY = length * alongX;
    if (tangent === Tangent.Free) {
      this.put(part, this.angleAt[node], turnX, turnY);
      return;
    }
    const from = tangent === Tangent.LineBefore ? this.before(node) : node;
    const to = this.after(from);
    const lineLength = norm(this.x[to] - this.x[from], this.y[to] - this.y[from]) || 1;
    // The line turns by how far its ends move across it, over its length.
    const acrossX = -alongY / lineLength;
    const acrossY = alongX / lineLength;
    this.put(part, this.placeAt[to], acrossX * turnX, acrossX * turnY);
    this.put(part, this.placeAt[to] + 1, acrossY * turnX, acrossY * turnY);
    this.put(part, this.placeAt[from], -acrossX * turnX, -acrossX * turnY);
    this.put(part, this.placeAt[from] + 1, -acrossY * turnX, -acrossY * turnY);
  }

  private scatter(): void {
    const { system, sums, columns, parts, movesX, movesY, used } = this;
    for (let i = 0; i < used; i++) {
      const row = columns[i];
      const x = movesX[i];
      const y = movesY[i];
      system.right[row] += sums.rightOf(parts[i], x, y);
      for (let j = 0; j < used; j++) {
        if (columns[j] <= row)
          system.add(row, columns[j], sums.between(parts[i], x, y, parts[j], movesX[j], movesY[j]));
      }
    }
  }
}

const lengthOf = ({ first, last }: { first: number; last: number }) => Math.max(0, last - first + 1);
const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));
