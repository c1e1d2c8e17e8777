import Flatbush from 'flatbush';
import type { Contour, Point } from '../contour';
import { norm } from '../../norm';
import { directionFrom, directionTo } from '../segment';
import { reverseContour } from '../maps/transform';

/** So many others near an end are looked at. */
const MOST_NEAR = 12;
/** Ends this much nearer than the gap, as a share of it, are as good as in one place. */
const SAME = 0.02;
/** Directions that differ by less are one: a cosine's distance from 1. */
const STRAIGHT_BACK = 1e-9;

/** An end of a piece: where it is, and the direction in which the piece goes on beyond it. */
interface End extends Point {
  piece: number;
  isLast: boolean;
  out: Point;
}

/**
 * Open pieces chained into longer ones, and closed where their ends meet: first where just two ends are in one place, then
 * where a chain comes back to its own beginning, then the straightest way where more meet, at last over gaps up to `gap`,
 * the nearest first. Where ends were apart both go half way. Closed contours pass. How many ends were moved comes back.
 */
export function joinEnds(contours: readonly Contour[], gap: number): { contours: Contour[]; moved: number } {
  const pieces = contours.map((contour, k) => ({ contour, k })).filter(({ contour }) => !contour.closed);
  if (pieces.length === 0) return { contours: [...contours], moved: 0 };
  const joints = new Joints(
    pieces.map(({ contour }) => contour),
    gap,
  );
  const { chains, moved } = joints.chained();
  const first = new Map(chains.map((chain) => [pieces[chain.begins].k, chain.contour]));
  const joined = contours.flatMap((contour, k) => (contour.closed ? [contour] : (first.get(k) ?? [])));
  return { contours: joined, moved };
}

class Joints {
  private readonly ends: End[] = [];
  /** The end that each end is joined to, or -1. */
  private readonly mates: Int32Array;
  /** For each end that is free, the other end of its chain. */
  private readonly others: Int32Array;
  private readonly index: Flatbush;

  constructor(
    private readonly pieces: readonly Contour[],
    private readonly gap: number,
  ) {
    pieces.forEach(({ start, segments }, piece) => {
      const last = segments[segments.length - 1];
      const before = segments.length > 1 ? segments[segments.length - 2] : start;
      const out = directionFrom(start, segments[0]);
      this.ends.push({ x: start.x, y: start.y, piece, isLast: false, out: { x: -out.x, y: -out.y } });
      this.ends.push({ x: last.x, y: last.y, piece, isLast: true, out: directionTo(before, last) });
    });
    this.mates = new Int32Array(this.ends.length).fill(-1);
    this.others = Int32Array.from(this.ends, (_, e) => e ^ 1);
    this.index = new Flatbush(this.ends.length);
    for (const { x, y } of this.ends) this.index.add(x, y, x, y);
    this.index.finish();
  }

  chained() {
    this.joinPairs(SAME * this.gap);
    this.closeChains(SAME * this.gap);
    this.joinNearest(SAME * this.gap, ({ straight }) => -straight);
    this.closeChains(this.gap);
    this.joinNearest(this.gap, ({ distance }) => distance);
    return this.walked();
  }

  private isFree = (end: number) => this.mates[end] < 0;

  private near(end: number, within: number, most = MOST_NEAR): number[] {
    const { x, y } = this.ends[end];
    return this.index.neighbors(x, y, most, within, (e) => e !== end && this.isFree(e));
  }

  private distance(a: number, b: number): number {
    return norm(this.ends[a].x - this.ends[b].x, this.ends[a].y - this.ends[b].y);
  }

  /** Whether a line would go straight back along itself: drawn twice, it goes on nowhere. */
  private isBack(a: number, b: number): boolean {
    const isLine = ({ piece, isLast }: End) => {
      const { segments } = this.pieces[piece];
      return segments[isLast ? segments.length - 1 : 0].kind === 'line';
    };
    const [one, other] = [this.ends[a], this.ends[b]];
    return (
      isLine(one) && isLine(other) && one.out.x * other.out.x + one.out.y * other.out.y > 1 - STRAIGHT_BACK
    );
  }

  private join(a: number, b: number): void {
    const [farA, farB] = [this.others[a], this.others[b]];
    this.mates[a] = b;
    this.mates[b] = a;
    this.others[farA] = farB;
    this.others[farB] = farA;
  }

  /** Joins ends that have just one another. */
  private joinPairs(within: number): void {
    const only = Int32Array.from(this.ends, (_, e) => {
      const near = this.near(e, within, 2);
      return near.length === 1 ? near[0] : -1;
    });
    only.forEach((other, e) => {
      if (other > e && only[other] === e && !this.isBack(e, other)) this.join(e, other);
    });
  }

  /** Closes chains of which both ends are in one place; a bare line back to its beginning has nothing to close. */
  private closeChains(within: number): void {
    this.ends.forEach((_, e) => {
      const other = this.others[e];
      if (!this.isFree(e) || !this.isFree(other) || other <= e || this.distance(e, other) > within) return;
      const { piece } = this.ends[e];
      if (this.isBack(e, other)) return;
      const isOne = piece === this.ends[other].piece;
      if (!isOne || !isWithin(this.pieces[piece], this.gap)) this.join(e, other);
    });
  }

  private joinNearest(within: number, cost: (pair: { distance: number; straight: number }) => number): void {
    const pairs: { a: number; b: number; cost: number }[] = [];
    this.ends.forEach((end, a) => {
      if (!this.isFree(a)) return;
      for (const b of this.near(a, within)) {
        if (b < a || this.others[a] === b || this.isBack(a, b)) continue;
        const straight = -(end.out.x * this.ends[b].out.x + end.out.y * this.ends[b].out.y);
        pairs.push({ a, b, cost: cost({ distance: this.distance(a, b), straight }) });
      }
    });
    pairs.sort((one, other) => one.cost - other.cost);
    for (const { a, b } of pairs) {
      if (!this.isFree(a) || !this.isFree(b) || this.others[a] === b) continue;
      const [farA, farB] = [this.others[a], this.others[b]];
      this.join(a, b);
      if (this.distance(farA, farB) <= within && !this.isBack(farA, farB)) this.join(farA, farB);
    }
  }

  private walked() {
    const isUsed = new Uint8Array(this.pieces.length);
    const chains: { begins: number; contour: Contour }[] = [];
    let moved = 0;
    const walk = (from: number) => {
      const begins: number[] = [];
      let end = from;
      do {
        const { piece } = this.ends[end];
        isUsed[piece] = 1;
        begins.push(end);
        end = this.mates[end ^ 1];
      } while (end >= 0 && isUsed[this.ends[end].piece] === 0);
      const made = this.contourThrough(begins, end >= 0);
      moved += made.moved;
      const least = begins.reduce((least, e) => Math.min(least, this.ends[e].piece), Infinity);
      const isBack = this.ends[begins[0]].isLast && begins.length === 1;
      chains.push({ begins: least, contour: isBack ? reverseContour(made.contour) : made.contour });
    };
    // Open chains from their ends first, then those that go around.
    this.ends.forEach((end, e) => {
      if (this.isFree(e) && isUsed[end.piece] === 0) walk(e);
    });
    this.ends.forEach((end, e) => {
      if (!end.isLast && isUsed[end.piece] === 0) walk(e);
    });
    return { chains, moved };
  }

  /** The pieces one after another, each begun at an end; where ends were apart, both half way. */
  private contourThrough(begins: readonly number[], closed: boolean): { contour: Contour; moved: number } {
    let moved = 0;
    const parts = begins.map((e) =>
      this.ends[e].isLast ? reverseContour(this.pieces[this.ends[e].piece]) : this.pieces[this.ends[e].piece],
    );
    const segments = parts.flatMap((part) => part.segments.map((segment) => ({ ...segment })));
    let start = { ...parts[0].start };
    let at = 0;
    parts.forEach((part, k) => {
      at += part.segments.length;
      const isEnd = k === parts.length - 1;
      if (isEnd && !closed) return;
      const next = isEnd ? parts[0].start : parts[k + 1].start;
      const last = segments[at - 1];
      const [dx, dy] = [(next.x - last.x) / 2, (next.y - last.y) / 2];
      if (norm(dx, dy) > (SAME * this.gap) / 2) moved++;
      const place = { x: last.x + dx, y: last.y + dy };
      if (last.kind === 'cubic') Object.assign(last, { x2: last.x2 + dx, y2: last.y2 + dy });
      const after = segments[isEnd ? 0 : at];
      if (after.kind === 'cubic') Object.assign(after, { x1: after.x1 - dx, y1: after.y1 - dy });
      Object.assign(last, place);
      if (isEnd) start = place;
    });
    return { contour: { start, segments, closed }, moved };
  }
}

/** Whether a piece goes nowhere: all its nodes lie within a distance of its start. */
const isWithin = ({ start, segments }: Contour, distance: number) =>
  segments.every(({ x, y }) => norm(x - start.x, y - start.y) <= distance);
