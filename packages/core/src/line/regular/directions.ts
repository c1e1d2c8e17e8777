import type { Point } from '../../geometry';
import { type Chain, contourOfChain, endOf } from '../chain/chain';
import { misfitOf } from '../chain/misfit';
import type { Fitted } from '../fitting/fitted';
import { turnLine } from '../fitting/straighten';
import { type Axis, footOn } from './axis';

/** Shorter lines say too little of where they are going, in pixels. */
const LEAST_LENGTH = 8;
/** An end of a line is known to about so much across it, in pixels, besides a share of what its rim is unsure by. */
const SURE = 0.015;
const PER_UNSURE = 0.03;
/** Directions are one where they differ by no more than so many times what both are known to. */
const TIMES = 2;
/** No place of what mirrors itself is moved farther than this by turning its axis, in pixels. */
const TURNED = 0.15;
const QUARTER = Math.PI / 2;

interface Line {
  contour: number;
  chain: Chain;
  segment: number;
  length: number;
  /** Of a quarter turn, from -1/8 to 1/8 of the whole: what is parallel or square has the same. */
  angle: number;
  /** How well that is known, in radians. */
  sure: number;
}

/**
 * Straight lines that are all but parallel or square to one another come to be so, along the mean of their directions by how well each is
 * known; level and upright where that is as near. Paths are changed in place; the contours whose lines were turned are given back, and the directions.
 */
export function alongCommonDirections(
  fitted: (Fitted | undefined)[],
  toleranceOf: (k: number) => number,
  unsure: Float64Array | undefined,
): { turned: number[]; directions: number[] } {
  const directions: number[] = [];
  const lines = linesOf(fitted, unsure).sort((a, b) => b.length - a.length);
  const isTaken = new Set<Line>();
  const turned = new Set<number>();
  for (const first of lines) {
    if (isTaken.has(first)) continue;
    const alike = lines.filter(
      (line) =>
        !isTaken.has(line) &&
        Math.abs(between(first.angle, line.angle)) <= TIMES * Math.sqrt(first.sure ** 2 + line.sure ** 2),
    );
    alike.forEach((line) => isTaken.add(line));
    const weights = alike.reduce((sum, { sure }) => sum + 1 / sure ** 2, 0);
    const mean =
      first.angle +
      alike.reduce((sum, { angle, sure }) => sum + between(first.angle, angle) / sure ** 2, 0) / weights;
    const isLevel = Math.abs(between(0, mean)) <= TIMES * Math.sqrt(1 / weights);
    if (alike.length < 2 && !isLevel) continue;
    directions.push(isLevel ? 0 : mean);
    for (const line of alike)
      if (turnBy(line, between(line.angle, isLevel ? 0 : mean), isLevel, toleranceOf(line.contour)))
        turned.add(line.contour);
  }
  for (const k of turned) {
    const own = fitted[k] as Fitted;
    fitted[k] = { ...own, contour: contourOfChain(own.chain as Chain) };
  }
  return { turned: [...turned].sort((a, b) => a - b), directions };
}

/** An axis that runs all but along or across one of some directions does so, turned about the place of it nearest to `middle`. */
export function axisAlong(
  directions: readonly number[],
  axis: Axis,
  { middle, radius }: { middle: Point; radius: number },
): Axis {
  const angle = Math.atan2(axis.ny, axis.nx);
  const turn = directions
    .map((direction) => between(angle, direction))
    .sort((a, b) => Math.abs(a) - Math.abs(b))
    .at(0);
  if (turn === undefined || Math.abs(turn) * radius > TURNED) return axis;
  const foot = footOn(axis, middle);
  const quarter = Math.round((angle + turn) / QUARTER) * QUARTER;
  const isLevel = Math.abs(angle + turn - quarter) < 1e-9;
  const [nx, ny] = [Math.cos(angle + turn), Math.sin(angle + turn)].map((one) =>
    isLevel ? Math.round(one) : one,
  );
  return { nx, ny, far: nx * foot.x + ny * foot.y };
}

/** From one angle of a quarter turn to another, the shorter way. */
function between(from: number, to: number): number {
  const turn = to - from;
  return turn - QUARTER * Math.round(turn / QUARTER);
}

function linesOf(fitted: readonly (Fitted | undefined)[], unsure: Float64Array | undefined): Line[] {
  return fitted.flatMap((one, contour) => {
    const chain = one?.chain;
    if (!chain?.closed) return [];
    return chain.segments.flatMap(({ kind }, segment): Line[] => {
      if (kind !== 'line') return [];
      const [from, to] = [chain.nodes[segment], chain.nodes[endOf(chain, segment)]];
      const [dx, dy] = [to.x - from.x, to.y - from.y];
      const length = Math.sqrt(dx * dx + dy * dy);
      if (length < LEAST_LENGTH) return [];
      const angle = between(0, Math.atan2(dy, dx));
      const sure = (SURE + PER_UNSURE * (unsure?.[contour] ?? 0)) / length;
      return [{ contour, chain, segment, length, angle, sure }];
    });
  });
}

function turnBy({ chain, segment }: Line, turn: number, isLevel: boolean, tolerance: number): boolean {
  const [from, to] = [chain.nodes[segment], chain.nodes[endOf(chain, segment)]];
  const angle = Math.atan2(to.y - from.y, to.x - from.x) + turn;
  if (Math.abs(turn) < 1e-9) return false;
  const exact = (value: number) => (isLevel ? Math.round(value) : value);
  const along = { x: exact(Math.cos(angle)), y: exact(Math.sin(angle)) };
  return turnLine(chain, segment, along, (k) => misfitOf(chain, k).worst <= tolerance);
}
