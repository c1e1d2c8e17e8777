import { type Affine, affineBack, affinePoint, norm, UNMOVED } from '../../geometry';
import { type Loop, measured } from '../chain/loop';
import type { Corner } from '../rims/corners';
import type { Laid } from './laid';

/** Corners of outlines that lie on one another are the same where they are no farther apart than this, in pixels. */
const SAME = 1.6;

/** An outline that lies on the first one. */
export interface Other {
  laid: Laid;
  corners: readonly Corner[];
}

/** The mean of a loop and of others that lie on it, point by point, and of their corners: those that half of them have. */
export function meanOf(
  loop: Loop,
  corners: readonly Corner[],
  others: readonly Other[],
): { loop: Loop; corners: Corner[] } {
  const { x, y, count } = loop;
  const meanX = new Float64Array(count);
  const meanY = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let [sum, told] = [0, 1];
    for (const { laid } of others) {
      if (Number.isNaN(laid.off[i])) continue;
      sum += laid.off[i];
      told++;
    }
    const before = i > 0 ? i - 1 : count - 1;
    const after = i + 1 < count ? i + 1 : 0;
    const [tx, ty] = [x[after] - x[before], y[after] - y[before]];
    const size = norm(tx, ty) || 1;
    meanX[i] = x[i] - (ty / size) * (sum / told);
    meanY[i] = y[i] + (tx / size) * (sum / told);
  }
  const back = others.map(({ laid }) => affineBack(laid.motion) as Affine);
  const mean = corners.flatMap((corner) => {
    const found = others.flatMap((other, k) => {
      const near = cornerNear(corner, other.corners, back[k]);
      return near ? [near] : [];
    });
    return 2 * (found.length + 1) >= others.length + 1 ? [meanCorner(corner, found)] : [];
  });
  return { loop: measured(meanX, meanY), corners: mean };
}

/** An outline's own corners, where the mean of all puts them: they are concluded from its sides, and surer from all. */
export const cornersByMean = (own: readonly Corner[], mean: readonly Corner[], motion: Affine): Corner[] => {
  const moved = mean.map((corner) => ({ ...corner, ...affinePoint(motion, corner) }));
  return own.map((corner) => {
    const near = corner.rounded > 0 ? cornerNear(corner, moved, UNMOVED) : undefined;
    return near ? { ...corner, x: near.x, y: near.y } : corner;
  });
};

type Placed = Pick<Corner, 'x' | 'y' | 'rounded'>;

function cornerNear({ x, y }: Corner, others: readonly Corner[], back: Affine): Placed | undefined {
  let least = SAME;
  let found: Placed | undefined;
  for (const other of others) {
    const place = affinePoint(back, other);
    const far = norm(place.x - x, place.y - y);
    if (far < least) {
      least = far;
      found = { ...place, rounded: other.rounded };
    }
  }
  return found;
}

function meanCorner(corner: Corner, others: readonly Placed[]): Corner {
  const all = [corner, ...others];
  const mean = (of: (placed: Placed) => number) =>
    all.reduce((sum, placed) => sum + of(placed), 0) / all.length;
  return { ...corner, x: mean(({ x }) => x), y: mean(({ y }) => y), rounded: mean(({ rounded }) => rounded) };
}
