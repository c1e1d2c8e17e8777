import { norm } from '../geometry';
import type { Direction, Run } from './run';

/** Points to both sides that are asked, the most first, and how many steps apart. */
const REACHES = [20, 10, 4];
const STRIDES = [2, 1, 1];
/** A parabola that leaves its points farther than this, in pixels, spans more than one bend. */
const BENT = 0.08;

/**
 * Directions of a run at its points, each worked out once. A direction is that of the parabola laid through a
 * point's neighbours by least squares over their distance along. The widest neighbourhood that a parabola
 * explains is taken, since the error of a direction falls with the three-halves power of the points asked, and
 * long curves hang on it. The ends of an open run are corners and have none.
 */
export class Directions {
  private readonly known: Direction[];
  /** Distances and places around the point at hand, relative to it. */
  private readonly s = new Float64Array(2 * REACHES[0] + 1);
  private readonly u = new Float64Array(2 * REACHES[0] + 1);
  private readonly v = new Float64Array(2 * REACHES[0] + 1);

  constructor(private readonly run: Run) {
    this.known = new Array<Direction>(run.x.length);
  }

  at(index: number): Direction {
    const last = this.run.x.length - 1;
    if (!this.run.around && (index === 0 || index === last)) return undefined;
    return (this.known[index] ??= this.find(index, last));
  }

  private find(index: number, last: number): Direction {
    const most = this.run.around ? Math.floor(last / 4) : Math.min(index, last - index);
    for (let k = 0; k < REACHES.length; k++) {
      const stride = STRIDES[k];
      const within = Math.max(1, Math.floor(Math.min(REACHES[k], most) / stride));
      const fitted = this.fit(index, within, most >= stride ? stride : 1);
      if (fitted.worst <= BENT || k === REACHES.length - 1 || within === 1) return fitted.direction;
    }
    return undefined;
  }

  /** Normal equations of x and y over 1, s, s^2, with s measured from the point itself. */
  private fit(index: number, reach: number, stride: number): { direction: Direction; worst: number } {
    const count = this.gather(index, reach, stride);
    const { s, u, v } = this;
    let [s1, s2, s3, s4] = [0, 0, 0, 0];
    let [u0, u1, u2, v0, v1, v2] = [0, 0, 0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      const at = s[k];
      const square = at * at;
      s1 += at;
      s2 += square;
      s3 += square * at;
      s4 += square * square;
      u0 += u[k];
      u1 += at * u[k];
      u2 += square * u[k];
      v0 += v[k];
      v1 += at * v[k];
      v2 += square * v[k];
    }
    const sums: Sums = [count, s1, s2, s3, s4];
    const px = solveParabola(sums, [u0, u1, u2]);
    const py = solveParabola(sums, [v0, v1, v2]);
    let worst = 0;
    for (let k = 0; k < count; k++) {
      const offX = u[k] - px[0] - (px[1] + px[2] * s[k]) * s[k];
      const offY = v[k] - py[0] - (py[1] + py[2] * s[k]) * s[k];
      worst = Math.max(worst, offX * offX + offY * offY);
    }
    const size = norm(px[1], py[1]);
    const direction = size > 1e-9 ? { x: px[1] / size, y: py[1] / size } : undefined;
    return { direction, worst: Math.sqrt(worst) };
  }

  /** Beyond the ends a closed run goes around: its last point is its first once more. */
  private gather(index: number, reach: number, stride: number): number {
    const { x, y, along } = this.run;
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
      this.s[k] = along[i] - along[index] + round;
      this.u[k] = x[i] - x[index];
      this.v[k] = y[i] - y[index];
    }
    return 2 * reach + 1;
  }
}

type Sums = [n: number, s1: number, s2: number, s3: number, s4: number];
type Right = [number, number, number];

/** Cramer's rule; where too few points leave a parabola undetermined, a line. */
function solveParabola([n, s, ss, sss, ssss]: Sums, [a, b, c]: Right): Right {
  const determinant = n * (ss * ssss - sss * sss) - s * (s * ssss - sss * ss) + ss * (s * sss - ss * ss);
  if (Math.abs(determinant) < 1e-9) {
    const spread = n * ss - s * s;
    return spread > 1e-12 ? [(a * ss - b * s) / spread, (n * b - s * a) / spread, 0] : [0, 0, 0];
  }
  return [
    (a * (ss * ssss - sss * sss) - s * (b * ssss - sss * c) + ss * (b * sss - ss * c)) / determinant,
    (n * (b * ssss - c * sss) - a * (s * ssss - sss * ss) + ss * (s * c - b * ss)) / determinant,
    (n * (ss * c - sss * b) - s * (s * c - ss * b) + a * (s * sss - ss * ss)) / determinant,
  ];
}
