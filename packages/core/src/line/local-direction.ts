import type { Direction, Run } from './cubic-fit';

/** Points to both sides that are asked, the most first. */
const REACHES = [20, 10, 4];
/** A parabola that leaves its points farther than this, in pixels, spans more than one bend. */
const BENT = 0.08;

/**
 * Direction of a run at one of its points: that of the parabola laid through its neighbours by least squares
 * over their distance along. The widest neighbourhood that a parabola explains is taken, since the error of a
 * direction falls with the three-halves power of the points asked, and long curves hang on it. `around` says
 * that the run is closed, its last point repeating its first.
 */
export function localDirection(run: Run, index: number, around: boolean): Direction {
  const last = run.x.length - 1;
  const most = around ? Math.floor(last / 4) : Math.min(index, last - index);
  for (const reach of REACHES) {
    const within = Math.max(1, Math.min(reach, most));
    const fitted = fitAround(run, index, within);
    if (fitted.worst <= BENT || reach === REACHES[REACHES.length - 1] || within === 1) return fitted.direction;
  }
  return undefined;
}

/** Normal equations of x and y over 1, s, s^2, with s measured from the point itself. */
function fitAround({ x, y, along }: Run, index: number, reach: number): { direction: Direction; worst: number } {
  const last = x.length - 1;
  const length = along[last];
  const at = (k: number) => {
    const i = index + k;
    // Beyond the ends the run goes around: the last point is the first once more.
    if (i < 0) return { i: i + last, s: along[i + last] - length - along[index] };
    if (i > last) return { i: i - last, s: along[i - last] + length - along[index] };
    return { i, s: along[i] - along[index] };
  };
  const sums = new Float64Array(5);
  const right = [new Float64Array(3), new Float64Array(3)];
  for (let k = -reach; k <= reach; k++) {
    const { i, s } = at(k);
    let power = 1;
    for (let n = 0; n < 5; n++, power *= s) {
      sums[n] += power;
      if (n < 3) {
        right[0][n] += power * (x[i] - x[index]);
        right[1][n] += power * (y[i] - y[index]);
      }
    }
  }
  const px = solveParabola(sums, right[0]);
  const py = solveParabola(sums, right[1]);
  let worst = 0;
  for (let k = -reach; k <= reach; k++) {
    const { i, s } = at(k);
    const offX = x[i] - x[index] - px[0] - (px[1] + px[2] * s) * s;
    const offY = y[i] - y[index] - py[0] - (py[1] + py[2] * s) * s;
    worst = Math.max(worst, Math.hypot(offX, offY));
  }
  const size = Math.hypot(px[1], py[1]);
  return { direction: size > 1e-9 ? { x: px[1] / size, y: py[1] / size } : undefined, worst };
}

/** Cramer's rule; with three points or fewer left undetermined, the parabola is a line. */
function solveParabola([n, s, ss, sss, ssss]: Float64Array, [a, b, c]: Float64Array): [number, number, number] {
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
