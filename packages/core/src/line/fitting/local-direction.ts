import { norm } from '../../geometry';
import type { Direction, Run } from '../chain/run';

/** Points to both sides that are asked, the most first, and how many steps apart. */
const REACHES = [20, 10, 4];
const STRIDES = [2, 1, 1];
/** A parabola that leaves its points farther than this, in pixels, spans more than one bend. */
const BENT = 0.08;

/** Distances and places around the point at hand, relative to it, and sums over them. */
const s = new Float64Array(2 * REACHES[0] + 1);
const u = new Float64Array(2 * REACHES[0] + 1);
const v = new Float64Array(2 * REACHES[0] + 1);
const sums = new Float64Array(10);
/** Coefficients of x and of y over 1, s, s^2. */
const px = new Float64Array(3);
const py = new Float64Array(3);

/**
 * The direction of a run at one of its points: that of the parabola laid through the point's neighbours by least squares
 * over their distance along. The widest neighbourhood that a parabola explains is taken, since the error of a direction
 * falls with the three-halves power of the points asked, and long curves hang on it. The ends of an open run are
 * corners and have none.
 */
export function directionAt(run: Run, index: number): Direction {
  const last = run.x.length - 1;
  if (!run.around && (index === 0 || index === last)) return undefined;
  const most = run.around ? Math.floor(last / 4) : Math.min(index, last - index);
  for (let k = 0; k < REACHES.length; k++) {
    const stride = STRIDES[k];
    const within = Math.max(1, Math.floor(Math.min(REACHES[k], most) / stride));
    const worst = fitParabola(run, index, within, most >= stride ? stride : 1);
    if (worst <= BENT || within === 1) break;
  }
  const dx = px[1];
  const dy = py[1];
  const size = norm(dx, dy);
  return size > 1e-9 ? { x: dx / size, y: dy / size } : undefined;
}

/** Directions of a run at its points, each worked out once. */
export class Directions {
  private readonly known: Direction[];

  constructor(private readonly run: Run) {
    this.known = new Array<Direction>(run.x.length);
  }

  at(index: number): Direction {
    return (this.known[index] ??= directionAt(this.run, index));
  }
}

/** Normal equations of x and y over 1, s, s^2, with s measured from the point itself; how far the parabola is off. */
function fitParabola(run: Run, index: number, reach: number, stride: number): number {
  const count = gather(run, index, reach, stride);
  sums.fill(0);
  for (let k = 0; k < count; k++) {
    const at = s[k];
    const square = at * at;
    sums[0] += at;
    sums[1] += square;
    sums[2] += square * at;
    sums[3] += square * square;
    sums[4] += u[k];
    sums[5] += at * u[k];
    sums[6] += square * u[k];
    sums[7] += v[k];
    sums[8] += at * v[k];
    sums[9] += square * v[k];
  }
  solveParabola(count, sums, 4, px);
  solveParabola(count, sums, 7, py);
  let worst = 0;
  for (let k = 0; k < count; k++) {
    const offX = u[k] - px[0] - (px[1] + px[2] * s[k]) * s[k];
    const offY = v[k] - py[0] - (py[1] + py[2] * s[k]) * s[k];
    worst = Math.max(worst, offX * offX + offY * offY);
  }
  return Math.sqrt(worst);
}

/** Beyond the ends a closed run goes around: its last point is its first once more. */
function gather({ x, y, along }: Run, index: number, reach: number, stride: number): number {
  const last = x.length - 1;
  const length = along[last];
  for (let k = 0; k <= 2 * reach; k++) {
    let i = index + (k - reach) * stride;
    let round = 0;
    if (i < 0) {
      i += last;
      round = -length;
    } else if (i > last) {
      i -= last;
      round = length;
    }
    s[k] = along[i] - along[index] + round;
    u[k] = x[i] - x[index];
    v[k] = y[i] - y[index];
  }
  return 2 * reach + 1;
}

/**
 * Cramer's rule for the parabola with the sums of n points, of which s to s^4 begin `sums` and those of the values at
 * `right`; where too few points leave a parabola undetermined, a line.
 */
function solveParabola(n: number, sums: Float64Array, right: number, result: Float64Array): void {
  const s = sums[0];
  const ss = sums[1];
  const sss = sums[2];
  const ssss = sums[3];
  const a = sums[right];
  const b = sums[right + 1];
  const c = sums[right + 2];
  const determinant = n * (ss * ssss - sss * sss) - s * (s * ssss - sss * ss) + ss * (s * sss - ss * ss);
  if (Math.abs(determinant) < 1e-9) {
    const spread = n * ss - s * s;
    result.fill(0);
    if (spread <= 1e-12) return;
    result[0] = (a * ss - b * s) / spread;
    result[1] = (n * b - s * a) / spread;
    return;
  }
  result[0] =
    (a * (ss * ssss - sss * sss) - s * (b * ssss - sss * c) + ss * (b * sss - ss * c)) / determinant;
  result[1] = (n * (b * ssss - c * sss) - a * (s * ssss - sss * ss) + ss * (s * c - b * ss)) / determinant;
  result[2] = (n * (ss * c - sss * b) - s * (s * c - ss * b) + a * (s * sss - ss * ss)) / determinant;
}
