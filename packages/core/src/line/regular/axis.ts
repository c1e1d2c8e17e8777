import type { Affine, Point } from '../../geometry';

/** A line that something is mirrored at: places p with nx p.x + ny p.y = far. */
export interface Axis {
  nx: number;
  ny: number;
  far: number;
}

/** Motions that move along the axis by more than this besides mirroring, in pixels, have none. */
const GLIDES = 0.5;

/** The axis that a motion mirrors at; undefined of one that also moves along it. */
export function axisOf([a, b, , , e, f]: Affine): Axis | undefined {
  // Of a motion that mirrors, [a, b] is the direction of the axis turned twice as far.
  const angle = Math.atan2(b, a) / 2;
  const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
  if (Math.abs(e * ux + f * uy) > GLIDES) return undefined;
  const [nx, ny] = [-uy, ux];
  return { nx, ny, far: (e * nx + f * ny) / 2 };
}

/** The motion that mirrors at an axis. */
export const mirroredAt = ({ nx, ny, far }: Axis): Affine => {
  const cross = 0 - 2 * nx * ny;
  return [1 - 2 * nx * nx, cross, cross, 1 - 2 * ny * ny, 2 * far * nx, 2 * far * ny];
};

/** An axis as seen from what it mirrors. */
export interface SeenAxis {
  axis: Axis;
  /** The middle of what it mirrors, how far that reaches, and how long its rims are: the surer it is. */
  middle: Point;
  radius: number;
  weight: number;
}

/** Axes that are one lie no farther apart than this where what they mirror is, in pixels. */
const APART = 0.35;
/** What is moved no more than this, in pixels, may be made level or upright. */
const LEVEL = 0.15;

/** Axes that are all but the same become their mean, level or upright where they nearly are; by what each mirrors, in order. */
export function commonAxes(seen: readonly SeenAxis[], unsure: number): Axis[] {
  const common = new Array<Axis | undefined>(seen.length);
  const order = [...seen.keys()].sort((a, b) => seen[b].weight - seen[a].weight || a - b);
  for (const first of order) {
    if (common[first]) continue;
    const alike = order.filter((k) => !common[k] && isOne(seen[first], seen[k], APART + unsure));
    const axis = meanAxis(alike.map((k) => seen[k]));
    for (const k of alike) common[k] = axis;
  }
  return common as Axis[];
}

/** The angle between two axes, of a half turn. */
function angleBetween(a: Axis, b: Axis): number {
  const angle = Math.atan2(a.nx * b.ny - a.ny * b.nx, a.nx * b.nx + a.ny * b.ny);
  return angle - Math.PI * Math.round(angle / Math.PI);
}

function isOne(one: SeenAxis, other: SeenAxis, apart: number): boolean {
  const turn = Math.abs(angleBetween(one.axis, other.axis));
  if (turn * Math.min(one.radius, other.radius) > apart) return false;
  return [one, other].every(
    ({ middle }) =>
      Math.abs(Math.abs(beyond(one.axis, middle)) - Math.abs(beyond(other.axis, middle))) < apart,
  );
}

/** How far a place lies beyond an axis. */
export const beyond = ({ nx, ny, far }: Axis, { x, y }: Point): number => nx * x + ny * y - far;

function meanAxis(all: readonly SeenAxis[]): Axis {
  const [{ axis: first }] = all;
  let [turn, turns, radius] = [0, 0, 0];
  for (const { axis, radius: own, weight } of all) {
    turn += weight * own * own * angleBetween(first, axis);
    turns += weight * own * own;
    radius = Math.max(radius, own);
  }
  const angle = Math.atan2(first.ny, first.nx) + turn / (turns || 1);
  const quarter = (Math.round(angle / (Math.PI / 2)) * Math.PI) / 2;
  const isLevel = Math.abs(angle - quarter) * radius < LEVEL;
  const [nx, ny] = isLevel
    ? [Math.round(Math.cos(quarter)), Math.round(Math.sin(quarter))]
    : [Math.cos(angle), Math.sin(angle)];
  // Each axis tells best where it lies beside the middle of what it mirrors.
  let [far, weights] = [0, 0];
  for (const { axis, middle, weight } of all) {
    const foot = footOn(axis, middle);
    far += weight * (nx * foot.x + ny * foot.y);
    weights += weight;
  }
  return { nx, ny, far: far / weights };
}

/** The place of an axis nearest to another. */
export function footOn(axis: Axis, place: Point): Point {
  const off = beyond(axis, place);
  return { x: place.x - off * axis.nx, y: place.y - off * axis.ny };
}
