import { type Homography, type Point, homographyBetween, mapPoint } from '../geometry';
import { type GreyPicture, toneAt } from '../raster';
import { norm } from '../norm';

/** Edges nearer than so many pixels to a side are the side's own. */
const LEAST_AWAY = 3;
/** Places looked at along each side, leaving out its ends, and pixels to either side between which tones differ. */
const PLACES = 24;
const ENDS = 0.06;
const BESIDE = 1.6;
/** An edge is seen where tones differ by so many, and runs along where it is seen on so much of the length. */
const DIFFERS = 4;
const LEAST_SEEN = 0.65;
/** Edges kept for each side. */
const MOST_OF_A_SIDE = 4;

const UNIT = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

/** Four sides in perspective, and what brings the unit square there. */
export interface Frame {
  points: readonly Point[];
  there: Homography;
}

/** A frame by its corners; undefined where they are no quadrilateral. */
export function frameOf(points: readonly Point[]): Frame | undefined {
  const there = homographyBetween(UNIT, points);
  return there && { points, there };
}

/** A frame's corners with its sides moved outward, each by so many sides across: top, right, bottom, left. */
export const movedSides = ({ there }: Frame, [top, right, bottom, left]: readonly number[]): Point[] =>
  [
    { x: -left, y: -top },
    { x: 1 + right, y: -top },
    { x: 1 + right, y: 1 + bottom },
    { x: -left, y: 1 + bottom },
  ].map((corner) => mapPoint(there, corner));

/** An edge that runs along with a side: how far outside it, in pixels of the picture and in sides across. */
export interface RunningEdge {
  pixels: number;
  away: number;
}

/** Edges that run along with one side outside it, those seen best, as far as a share of the shorter side. */
export function edgesAlong(
  grey: GreyPicture,
  { there, points }: Frame,
  side: number,
  reach: number,
): RunningEdge[] {
  const lengthOf = (k: number) =>
    norm(points[(k + 1) % 4].x - points[k % 4].x, points[(k + 1) % 4].y - points[k % 4].y);
  const across = (lengthOf(side + 1) + lengthOf(side + 3)) / 2;
  const shorter = Math.min(across, (lengthOf(side) + lengthOf(side + 2)) / 2);
  const shares: number[] = [];
  for (let pixels = LEAST_AWAY; pixels <= reach * shorter; pixels++)
    shares.push(shareSeen(grey, there, side, pixels / across));
  return peaksOf(shares)
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_OF_A_SIDE)
    .map(({ at }) => ({ pixels: LEAST_AWAY + at, away: (LEAST_AWAY + at) / across }));
}

/** Where an edge is seen better than before and after, in the middle where that goes on for a while. */
function peaksOf(shares: readonly number[]): { share: number; at: number }[] {
  const peaks: { share: number; at: number }[] = [];
  for (let from = 0, to = 0; from < shares.length; from = to) {
    const share = shares[from];
    while (shares[to] === share) to++;
    const isPeak = share > (shares[from - 1] ?? 0) && share > (shares[to] ?? 0);
    if (share >= LEAST_SEEN && isPeak) peaks.push({ share, at: (from + to - 1) / 2 });
  }
  return peaks;
}

/** Share of a line beyond one side on which tones differ across it. */
function shareSeen(grey: GreyPicture, there: Homography, side: number, away: number): number {
  const at = (along: number): Point => {
    const [u, v] = [
      [along, -away],
      [1 + away, along],
      [1 - along, 1 + away],
      [-away, 1 - along],
    ][side];
    return mapPoint(there, { x: u, y: v });
  };
  const [from, to] = [at(ENDS), at(1 - ENDS)];
  const length = norm(to.x - from.x, to.y - from.y);
  const [nx, ny] = [(BESIDE * (to.y - from.y)) / length, (-BESIDE * (to.x - from.x)) / length];
  let seen = 0;
  for (let k = 0; k < PLACES; k++) {
    const { x, y } = at(ENDS + ((1 - 2 * ENDS) * k) / (PLACES - 1));
    if (x < 2 || y < 2 || x > grey.width - 2 || y > grey.height - 2) continue;
    if (Math.abs(toneAt(grey, x + nx, y + ny) - toneAt(grey, x - nx, y - ny)) > DIFFERS) seen++;
  }
  return seen / PLACES;
}
