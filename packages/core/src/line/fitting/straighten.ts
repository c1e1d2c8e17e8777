import type { Point } from '../../geometry';
import { type Chain, endOf } from '../chain/chain';

/** No end of a line moves farther than this share of the tolerance to make it level or upright. */
const SHARE = 0.3;
/** Shorter lines say too little about where they are going, in pixels. */
const LEAST_LENGTH = 6;

/**
 * Makes lines that are all but level or upright exactly so, where nothing is lost. The chain is changed in place; `isNear` tells
 * whether a segment is still near enough to its points, and what is not is put back.
 */
export function straighten(chain: Chain, tolerance: number, isNear: (segment: number) => boolean): void {
  chain.segments.forEach(({ kind }, k) => {
    if (kind !== 'line') return;
    const from = chain.nodes[k];
    const to = chain.nodes[endOf(chain, k)];
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const isLevel = Math.abs(dy) <= Math.abs(dx);
    const [less, more] = [Math.abs(isLevel ? dy : dx), Math.abs(isLevel ? dx : dy)];
    if (less === 0 || less > 2 * SHARE * tolerance || more < LEAST_LENGTH) return;
    if (chain.fixed && (k === 0 || k === chain.segments.length - 1)) return;
    turnLine(chain, k, isLevel ? { x: 1, y: 0 } : { x: 0, y: 1 }, isNear);
  });
}

/**
 * Turns a line about its middle so that it runs along a direction: its ends move across it, and curves that leave it smoothly go on
 * leaving along it. What is not near enough then is put back; whether it stays turned.
 */
export function turnLine(
  chain: Chain,
  k: number,
  along: Point,
  isNear: (segment: number) => boolean,
): boolean {
  const from = chain.nodes[k];
  const to = chain.nodes[endOf(chain, k)];
  const before = { from: { ...from }, to: { ...to } };
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const half = ((to.x - from.x) * along.x + (to.y - from.y) * along.y) / 2;
  const beside = [neighbour(chain, k, -1), neighbour(chain, k, 1)].filter((segment) => segment >= 0);
  const handles = beside.map((segment) => ({ ...chain.segments[segment] }));
  Object.assign(from, { x: middle.x - half * along.x, y: middle.y - half * along.y });
  Object.assign(to, { x: middle.x + half * along.x, y: middle.y + half * along.y });
  turnHandles(chain, k, along);
  if (isNear(k) && beside.every(isNear)) return true;
  Object.assign(from, before.from);
  Object.assign(to, before.to);
  beside.forEach((segment, i) => Object.assign(chain.segments[segment], handles[i]));
  return false;
}

/** The segment before or after, or -1 at the end of an open chain. */
function neighbour({ segments, closed }: Chain, k: number, step: 1 | -1): number {
  const next = k + step;
  if (next >= 0 && next < segments.length) return next;
  return closed ? (next + segments.length) % segments.length : -1;
}

/** Handles of the cubics that meet a line smoothly lie along it, as long as they were. */
function turnHandles(chain: Chain, k: number, along: Point): void {
  const before = neighbour(chain, k, -1);
  const after = neighbour(chain, k, 1);
  const turned = (x: number, y: number): [number, number] => {
    const length = Math.sign(x * along.x + y * along.y) * Math.sqrt(x * x + y * y);
    // Of no length along an axis there is no sign.
    return [length * along.x + 0, length * along.y + 0];
  };
  if (before >= 0 && chain.nodes[k].smooth && chain.segments[before].kind === 'cubic') {
    const segment = chain.segments[before];
    [segment.endX, segment.endY] = turned(segment.endX, segment.endY);
  }
  if (after >= 0 && chain.nodes[endOf(chain, k)].smooth && chain.segments[after].kind === 'cubic') {
    const segment = chain.segments[after];
    [segment.startX, segment.startY] = turned(segment.startX, segment.startY);
  }
}
