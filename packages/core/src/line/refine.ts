import type { Chain } from './chain';
import { SkylineSystem } from './skyline';

/** Most steps; a step that lowers the sum of squares by less than this share is the last. */
const ROUNDS = 8;
const LEAST_GAIN = 0.02;
/** Levenberg's damping, and how much more there is of it after a step that made things worse. */
const DAMPING = 1e-5;
const MORE_DAMPING = 100;
const MOST_DAMPING = 0.2;
/** A piece's curve is drawn on by this share, for points that are about to become a neighbour's. */
const BEYOND = 0.1;
/** How firmly the first node of a smooth loop is kept from sliding along it, in points of the contour. */
const FIRST_HOLD = 1;
/** A step moves no node farther than this, in pixels, and turns no direction farther, in radians. */
const MOST_MOVE = 1;
const MOST_TURN = 0.3;
/** How firmly a corner is held where it was found, in points of the contour that would say so. */
const CORNER_HOLD = 0.5;
/** A handle stays longer than this share of its piece. */
const LEAST_HANDLE = 0.04;

/**
 * Moves all nodes, directions and handles of a chain at once so that the sum of the squared distances of its points
 * becomes least: Gauss-Newton on the distances across the curve, with Levenberg's damping, the points projected anew
 * at each step. Smooth nodes stay smooth, and where a line meets a curve smoothly the curve leaves along the line.
 * The chain is changed in place.
 */
export function refineChain(chain: Chain): void {
  if (chain.pieces.length === 0) return;
  const joint = new Joint(chain);
  let best = Infinity;
  let kept = joint.state();
  let damping = DAMPING;
  for (let round = 0; ; round++) {
    const sum = joint.gather();
    if (!(sum < best)) {
      joint.restore(kept);
      damping *= MORE_DAMPING;
      if (damping > MOST_DAMPING || round >= ROUNDS) break;
      joint.gather();
    } else {
      const settled = sum > (1 - LEAST_GAIN) * best;
      best = sum;
      kept = joint.state();
      if (settled || round >= ROUNDS) break;
      joint.reassign();
    }
    if (!joint.step(damping)) break;
  }
  joint.write();
}

/** How the direction at a node is known. */
const enum Tangent {
  None,
  Free,
  /** Along the line before, or the line after. */
  LineBefore,
  LineAfter,
}

/** The unknowns of a chain and the equations for them. Arrays are by node or by piece. */
class Joint {
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
  /** First unknown of a node's place, its angle, a piece's start handle and end handle. */
  private readonly placeAt: Int32Array;
  private readonly angleAt: Int32Array;
  private readonly startAt: Int32Array;
  private readonly endAt: Int32Array;
  private readonly system: SkylineSystem;
  /** Parameters of the points, piece after piece; NaN before the first projection. */
  private readonly parameters: Float64Array;
  private readonly columns = new Int32Array(20);
  private readonly weights = new Float64Array(20);
  private used = 0;

  constructor(private readonly chain: Chain) {
    const { nodes, pieces } = chain;
    const count = (this.count = nodes.length);
    const array = () => new Float64Array(count);
    [this.x, this.y, this.cornerX, this.cornerY] = [array(), array(), array(), array()];
    [this.alongX, this.alongY] = [array(), array()];
    [this.startX, this.startY, this.endX, this.endY] = [array(), array(), array(), array()];
    this.tangent = new Uint8Array(count);
    nodes.forEach(({ x, y }, k) => {
      this.x[k] = this.cornerX[k] = x;
      this.y[k] = this.cornerY[k] = y;
      this.tangent[k] = this.tangentOf(k);
    });
    pieces.forEach(({ startX, startY, endX, endY }, k) => {
      [this.startX[k], this.startY[k], this.endX[k], this.endY[k]] = [startX, startY, endX, endY];
    });
    for (let k = 0; k < count; k++) this.beginTangent(k);
    const numbered = this.numberUnknowns();
    [this.placeAt, this.angleAt, this.startAt, this.endAt] = numbered.places;
    this.system = new SkylineSystem(this.firstColumns(numbered.unknowns));
    this.parameters = new Float64Array(pieces.reduce((sum, piece) => sum + lengthOf(piece), 0)).fill(NaN);
  }

  /** Equations of all points at the present state; the sum of squared distances. */
  gather(): number {
    const { chain, system } = this;
    system.clear();
    let sum = 0;
    let at = 0;
    chain.pieces.forEach((piece, k) => {
      sum += piece.kind === 'line' ? this.gatherLine(k, at) : this.gatherCubic(k, at);
      at += lengthOf(piece);
    });
    for (let k = 0; k < this.count; k++) {
      if (this.tangent[k] !== Tangent.None || chain.nodes[k].smooth) continue;
      this.used = 0;
      this.put(this.placeAt[k], CORNER_HOLD);
      this.add(CORNER_HOLD * (this.cornerX[k] - this.x[k]));
      this.used = 0;
      this.put(this.placeAt[k] + 1, CORNER_HOLD);
      this.add(CORNER_HOLD * (this.cornerY[k] - this.y[k]));
    }
    if (chain.closed && this.tangent[0] === Tangent.Free) {
      this.used = 0;
      this.put(this.placeAt[0], FIRST_HOLD * this.alongX[0]);
      this.put(this.placeAt[0] + 1, FIRST_HOLD * this.alongY[0]);
      const offX = this.cornerX[0] - this.x[0];
      const offY = this.cornerY[0] - this.y[0];
      this.add(FIRST_HOLD * (offX * this.alongX[0] + offY * this.alongY[0]));
    }
    return sum;
  }

  /** Points beyond a smooth node become the next piece's, so that nodes may slide along the contour. */
  reassign(): void {
    const { pieces } = this.chain;
    const { parameters } = this;
    let at = 0;
    for (let k = 0; k + 1 < pieces.length; k++) {
      const piece = pieces[k];
      const next = pieces[k + 1];
      at += lengthOf(piece);
      if (next.run !== piece.run || next.first !== piece.last + 1) continue;
      while (piece.last > piece.first && parameters[at - 1] > 1) {
        parameters[--at] = NaN;
        piece.last--;
        next.first--;
      }
      while (next.first < next.last && parameters[at] < 0) {
        parameters[at++] = NaN;
        piece.last++;
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
      const far = Math.hypot(dx, dy);
      const share = far > MOST_MOVE ? MOST_MOVE / far : 1;
      this.x[k] += share * dx;
      this.y[k] += share * dy;
      if (this.angleAt[k] < 0) continue;
      const turn = clamp(right[this.angleAt[k]], -MOST_TURN, MOST_TURN);
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
      const ax = this.alongX[k];
      this.alongX[k] = ax * cos - this.alongY[k] * sin;
      this.alongY[k] = ax * sin + this.alongY[k] * cos;
    }
    for (let k = 0; k < this.count; k++) this.alignWithLine(k);
    chain.pieces.forEach(({ kind }, k) => {
      if (kind === 'line') return;
      const end = this.after(k);
      const least = LEAST_HANDLE * Math.hypot(this.x[end] - this.x[k], this.y[end] - this.y[k]);
      this.moveHandle(this.startX, this.startY, k, this.startAt[k], this.tangent[k], least);
      this.moveHandle(this.endX, this.endY, k, this.endAt[k], this.tangent[end], least);
    });
    return true;
  }

  state(): Float64Array[] {
    return [this.x, this.y, this.alongX, this.alongY, this.startX, this.startY, this.endX, this.endY].map(
      (values) => values.slice(),
    );
  }

  restore(state: Float64Array[]): void {
    [this.x, this.y, this.alongX, this.alongY, this.startX, this.startY, this.endX, this.endY].forEach(
      (values, i) => values.set(state[i]),
    );
  }

  /** Takes the state into the chain. */
  write(): void {
    const { chain } = this;
    chain.nodes.forEach((node, k) => {
      node.x = this.x[k];
      node.y = this.y[k];
    });
    chain.pieces.forEach((piece, k) => {
      if (piece.kind === 'line') return;
      const end = this.after(k);
      const start = this.handle(this.startX, this.startY, k, k, 1);
      const back = this.handle(this.endX, this.endY, k, end, -1);
      [piece.startX, piece.startY, piece.endX, piece.endY] = [start.x, start.y, back.x, back.y];
    });
  }

  private after(k: number): number {
    return k + 1 === this.count ? 0 : k + 1;
  }

  private before(k: number): number {
    return k === 0 ? this.count - 1 : k - 1;
  }

  private tangentOf(k: number): Tangent {
    const { nodes, pieces } = this.chain;
    if (!nodes[k].smooth) return Tangent.None;
    const before = pieces[this.before(k)]?.kind;
    const after = pieces[k]?.kind;
    if (before === 'line') return after === 'line' ? Tangent.None : Tangent.LineBefore;
    return after === 'line' ? Tangent.LineAfter : Tangent.Free;
  }

  /** Directions from the handles as given; handles at smooth nodes become lengths. */
  private beginTangent(k: number): void {
    const tangent = this.tangent[k];
    if (tangent === Tangent.None) return;
    const before = this.before(k);
    if (tangent === Tangent.Free) {
      const dx = this.startX[k] - this.endX[before];
      const dy = this.startY[k] - this.endY[before];
      const size = Math.hypot(dx, dy) || 1;
      this.alongX[k] = dx / size;
      this.alongY[k] = dy / size;
    } else this.alignWithLine(k);
    if (tangent !== Tangent.LineAfter) this.startX[k] = Math.hypot(this.startX[k], this.startY[k]);
    if (tangent !== Tangent.LineBefore) this.endX[before] = Math.hypot(this.endX[before], this.endY[before]);
  }

  private alignWithLine(k: number): void {
    const tangent = this.tangent[k];
    if (tangent !== Tangent.LineBefore && tangent !== Tangent.LineAfter) return;
    const from = tangent === Tangent.LineBefore ? this.before(k) : k;
    const to = this.after(from);
    const dx = this.x[to] - this.x[from];
    const dy = this.y[to] - this.y[from];
    const size = Math.hypot(dx, dy) || 1;
    this.alongX[k] = dx / size;
    this.alongY[k] = dy / size;
  }

  /** In a closed chain nodes are numbered from both sides in turn, so that the last is near the first. */
  private numberUnknowns() {
    const { count, chain } = this;
    const places = Array.from({ length: 4 }, () => new Int32Array(count).fill(-1));
    const [placeAt, angleAt, startAt, endAt] = places;
    let unknowns = 0;
    const take = (many: number) => (unknowns += many) - many;
    for (let i = 0; i < count; i++) {
      const k = !chain.closed ? i : i % 2 === 0 ? i / 2 : count - (i + 1) / 2;
      placeAt[k] = take(2);
      if (this.tangent[k] === Tangent.Free) angleAt[k] = take(1);
      const many = this.tangent[k] === Tangent.None ? 2 : 1;
      const before = this.before(k);
      if (chain.pieces[k]?.kind === 'cubic') startAt[k] = take(many);
      if (chain.pieces[before]?.kind === 'cubic') endAt[before] = take(many);
    }
    return { places, unknowns };
  }

  private firstColumns(unknowns: number): Int32Array {
    const first = Int32Array.from({ length: unknowns }, (_, i) => i);
    const { chain, placeAt, angleAt, startAt, endAt } = this;
    chain.pieces.forEach((piece, k) => {
      const end = this.after(k);
      const touched = [placeAt[k], placeAt[k] + 1, placeAt[end], placeAt[end] + 1];
      if (piece.kind === 'cubic') {
        touched.push(angleAt[k], startAt[k], endAt[k], angleAt[end]);
        if (this.tangent[k] === Tangent.None) touched.push(startAt[k] + 1);
        if (this.tangent[end] === Tangent.None) touched.push(endAt[k] + 1);
        if (this.tangent[k] === Tangent.LineBefore) {
          const before = placeAt[this.before(k)];
          touched.push(before, before + 1);
        }
        if (this.tangent[end] === Tangent.LineAfter) {
          const after = placeAt[this.after(end)];
          touched.push(after, after + 1);
        }
      }
      const columns = touched.filter((column) => column >= 0);
      const least = Math.min(...columns);
      for (const column of columns) first[column] = Math.min(first[column], least);
    });
    return first;
  }

  private moveHandle(
    xs: Float64Array,
    ys: Float64Array,
    piece: number,
    at: number,
    tangent: Tangent,
    least: number,
  ): void {
    const { right } = this.system;
    if (tangent === Tangent.None) {
      xs[piece] += right[at];
      ys[piece] += right[at + 1];
    } else {
      // No handle grows or shrinks by more than half at once.
      const length = xs[piece];
      xs[piece] = Math.max(least, length + clamp(right[at], -length / 2, length / 2));
    }
  }

  private handle(xs: Float64Array, ys: Float64Array, piece: number, node: number, sign: 1 | -1) {
    if (this.tangent[node] === Tangent.None) return { x: xs[piece], y: ys[piece] };
    const length = sign * xs[piece];
    return { x: length * this.alongX[node], y: length * this.alongY[node] };
  }

  private put(column: number, weight: number): void {
    this.columns[this.used] = column;
    this.weights[this.used++] = weight;
  }

  private add(wanted: number): void {
    this.system.addEquation(this.columns, this.weights, this.used, wanted);
  }

  private gatherLine(k: number, at: number): number {
    const { run, first, last } = this.chain.pieces[k];
    const end = this.after(k);
    const dx = this.x[end] - this.x[k];
    const dy = this.y[end] - this.y[k];
    const length = Math.hypot(dx, dy);
    if (length === 0) return 0;
    const normalX = -dy / length;
    const normalY = dx / length;
    let sum = 0;
    for (let i = first; i <= last; i++) {
      const offX = run.x[i] - this.x[k];
      const offY = run.y[i] - this.y[k];
      const share = (offX * dx + offY * dy) / (length * length);
      const across = offX * normalX + offY * normalY;
      this.parameters[at + i - first] = share;
      sum += across * across;
      this.used = 0;
      this.put(this.placeAt[k], (1 - share) * normalX);
      this.put(this.placeAt[k] + 1, (1 - share) * normalY);
      this.put(this.placeAt[end], share * normalX);
      this.put(this.placeAt[end] + 1, share * normalY);
      this.add(across);
    }
    return sum;
  }

  private gatherCubic(k: number, at: number): number {
    const { run, first, last } = this.chain.pieces[k];
    const { parameters } = this;
    const end = this.after(k);
    const start = this.handle(this.startX, this.startY, k, k, 1);
    const back = this.handle(this.endX, this.endY, k, end, -1);
    const x0 = this.x[k];
    const y0 = this.y[k];
    const x3 = this.x[end];
    const y3 = this.y[end];
    // The cubic in power form: ((ax t + bx) t + cx) t + x0.
    const cx = 3 * start.x;
    const cy = 3 * start.y;
    const bx = 3 * (x3 + back.x - x0 - 2 * start.x);
    const by = 3 * (y3 + back.y - y0 - 2 * start.y);
    const ax = x3 - x0 - cx - bx;
    const ay = y3 - y0 - cy - by;
    const least = this.tangent[k] === Tangent.None ? 0 : -BEYOND;
    const most = this.tangent[end] === Tangent.None ? 1 : 1 + BEYOND;
    const many = last - first + 1;
    let sum = 0;
    for (let i = 0; i < many; i++) {
      const px = run.x[first + i];
      const py = run.y[first + i];
      let t = parameters[at + i];
      let steps = 1;
      if (Number.isNaN(t)) {
        t = (i + 1) / (many + 1);
        steps = 3;
      }
      for (let step = 0; step < steps; step++) {
        const offX = ((ax * t + bx) * t + cx) * t + x0 - px;
        const offY = ((ay * t + by) * t + cy) * t + y0 - py;
        const dx = (3 * ax * t + 2 * bx) * t + cx;
        const dy = (3 * ay * t + 2 * by) * t + cy;
        const slope = dx * dx + dy * dy + offX * (6 * ax * t + 2 * bx) + offY * (6 * ay * t + 2 * by);
        if (slope > 1e-12) t = clamp(t - (offX * dx + offY * dy) / slope, least, most);
      }
      parameters[at + i] = t;
      const dx = (3 * ax * t + 2 * bx) * t + cx;
      const dy = (3 * ay * t + 2 * by) * t + cy;
      const speed = Math.sqrt(dx * dx + dy * dy) || 1;
      const normalX = -dy / speed;
      const normalY = dx / speed;
      const offX = px - (((ax * t + bx) * t + cx) * t + x0);
      const offY = py - (((ay * t + by) * t + cy) * t + y0);
      const across = offX * normalX + offY * normalY;
      sum += offX * offX + offY * offY;
      const u = 1 - t;
      const b1 = 3 * u * u * t;
      const b2 = 3 * u * t * t;
      const near = u * u * u + b1;
      this.used = 0;
      this.put(this.placeAt[k], near * normalX);
      this.put(this.placeAt[k] + 1, near * normalY);
      this.put(this.placeAt[end], (1 - near) * normalX);
      this.put(this.placeAt[end] + 1, (1 - near) * normalY);
      this.putHandle(this.startAt[k], k, b1, this.startX[k], normalX, normalY);
      this.putHandle(
        this.endAt[k],
        end,
        this.tangent[end] === Tangent.None ? b2 : -b2,
        this.endX[k],
        normalX,
        normalY,
      );
      this.add(across);
    }
    return sum;
  }

  /** What a handle's unknowns do: two offsets, or a length along a direction that is free or a line's. */
  private putHandle(
    at: number,
    node: number,
    share: number,
    length: number,
    normalX: number,
    normalY: number,
  ): void {
    const tangent = this.tangent[node];
    if (tangent === Tangent.None) {
      this.put(at, share * normalX);
      this.put(at + 1, share * normalY);
      return;
    }
    const alongX = this.alongX[node];
    const alongY = this.alongY[node];
    this.put(at, share * (normalX * alongX + normalY * alongY));
    const turning = share * length * (normalY * alongX - normalX * alongY);
    if (tangent === Tangent.Free) {
      this.put(this.angleAt[node], turning);
      return;
    }
    const from = tangent === Tangent.LineBefore ? this.before(node) : node;
    const to = this.after(from);
    const lineLength = Math.hypot(this.x[to] - this.x[from], this.y[to] - this.y[from]) || 1;
    const weightX = (-turning * alongY) / lineLength;
    const weightY = (turning * alongX) / lineLength;
    this.put(this.placeAt[to], weightX);
    this.put(this.placeAt[to] + 1, weightY);
    this.put(this.placeAt[from], -weightX);
    this.put(this.placeAt[from] + 1, -weightY);
  }
}

const lengthOf = ({ first, last }: { first: number; last: number }) => Math.max(0, last - first + 1);
const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));
