import { type Context, checkStopped } from '../../context';

/** Which plate each pixel is of. */
export interface PlateMap {
  width: number;
  height: number;
  /** Plate numbers; PAPER where there is none. */
  labels: Uint8Array;
}

export const PAPER = 255;

/**
 * A border between two plates from one place where three meet to the next, or around. Its points lie where the rim
 * between the two pixels of each step is; the plates lie to its left and right seen along it on screen.
 */
export interface Border {
  points: number[];
  left: number;
  right: number;
  around: boolean;
  /** Grid corners it begins and ends at, and the directions in which it leaves and arrives. */
  from: number;
  to: number;
  leaves: number;
  arrives: number;
}

/** Steps along the grid of pixel corners: east, north, west, south. */
const STEP_X = [1, 0, -1, 0];
const STEP_Y = [0, -1, 0, 1];

/** How far from the first of two neighbouring pixels' centres to the second's the rim between them lies, 0 to 1. */
export type BorderAt = (first: number, second: number) => number;

/** The borders of all plates, each once. Beyond the picture is paper, and rims there run exactly along its edge. */
export function traceBorders(map: PlateMap, borderAt: BorderAt, context: Context): Border[] {
  const { width, height, labels } = map;
  const stride = width + 1;
  const label = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? PAPER : labels[y * width + x];
  // Bit d of a grid corner: a step in direction d is a border that has not been walked.
  const open = new Uint8Array(stride * (height + 1));
  const degree = new Uint8Array(open.length);
  for (let y = 0; y <= height; y++) {
    for (let x = 0; x <= width; x++) {
      const around = [label(x, y - 1), label(x - 1, y - 1), label(x - 1, y), label(x, y)];
      // North-east, north-west, south-west, south-east: a step north parts the first two, and so on.
      const borders = [
        around[0] !== around[3],
        around[0] !== around[1],
        around[1] !== around[2],
        around[2] !== around[3],
      ];
      borders.forEach((is, d) => {
        if (!is) return;
        open[y * stride + x] |= 1 << d;
        degree[y * stride + x]++;
      });
    }
  }
  const borders: Border[] = [];
  const walk = (corner: number, direction: number) => {
    let x = corner % stride;
    let y = Math.floor(corner / stride);
    let d = direction;
    const points: number[] = [];
    const [left, right] = sides(x, y, d);
    const border = {
      points,
      left: label(...left),
      right: label(...right),
      around: false,
      from: corner,
      leaves: d,
    };
    for (;;) {
      open[y * stride + x] &= ~(1 << d);
      addPoint(points, x, y, d);
      x += STEP_X[d];
      y += STEP_Y[d];
      const here = y * stride + x;
      open[here] &= ~(1 << ((d + 2) & 3));
      if (degree[here] > 2 || here === corner) {
        borders.push({ ...border, to: here, arrives: d, around: degree[here] === 2 });
        return;
      }
      d = onward(open[here]);
    }
  };
  const addPoint = (points: number[], x: number, y: number, d: number) => {
    const [[lx, ly], [rx, ry]] = sides(x, y, d);
    const isInside = (px: number, py: number) => px >= 0 && py >= 0 && px < width && py < height;
    const whole = isInside(lx, ly) && isInside(rx, ry);
    const share = whole ? Math.min(1, Math.max(0, borderAt(ly * width + lx, ry * width + rx))) : 0.5;
    points.push(lx + 0.5 + share * (rx - lx), ly + 0.5 + share * (ry - ly));
  };
  for (let corner = 0; corner < open.length; corner++) {
    if ((corner & 0xffff) === 0) checkStopped(context);
    if (degree[corner] > 2) for (let d = 0; d < 4; d++) if (open[corner] & (1 << d)) walk(corner, d);
  }
  for (let corner = 0; corner < open.length; corner++) {
    if (open[corner]) walk(corner, onward(open[corner]));
  }
  return borders;
}

const onward = (bits: number) => (bits & 1 ? 0 : bits & 2 ? 1 : bits & 4 ? 2 : 3);

/** The pixels to the left and right of a step from a grid corner. */
function sides(x: number, y: number, direction: number): [[number, number], [number, number]] {
  switch (direction) {
    case 0:
      return [
        [x, y - 1],
        [x, y],
      ];
    case 1:
      return [
        [x - 1, y - 1],
        [x, y - 1],
      ];
    case 2:
      return [
        [x - 1, y],
        [x - 1, y - 1],
      ];
    default:
      return [
        [x, y],
        [x - 1, y],
      ];
  }
}

/** One border walked one way. */
export interface Walk {
  border: number;
  forward: boolean;
}

/** The rims of each plate as rows of borders that lead around it, the plate on their left. */
export function plateRims(map: PlateMap, borders: readonly Border[]): { plate: number; walks: Walk[] }[] {
  const { width, height, labels } = map;
  const stride = width + 1;
  const label = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? PAPER : labels[y * width + x];
  const leaving = new Map<number, Walk>();
  borders.forEach(({ from, leaves, to, arrives, around }, border) => {
    if (around) return;
    leaving.set(4 * from + leaves, { border, forward: true });
    leaving.set(4 * to + ((arrives + 2) & 3), { border, forward: false });
  });
  /** Around the plate's own pixel first, so that plates that touch at a corner only stay apart. */
  const nextWalk = ({ border, forward }: Walk, plate: number): Walk | undefined => {
    const { from, to, leaves, arrives } = borders[border];
    const corner = forward ? to : from;
    const d = forward ? arrives : (leaves + 2) & 3;
    const x = corner % stride;
    const y = Math.floor(corner / stride);
    const [ahead, right] = sides(x, y, d);
    const turn = label(...ahead) !== plate ? 1 : label(...right) !== plate ? 0 : 3;
    return leaving.get(4 * corner + ((d + turn) & 3));
  };
  const used = new Set<string>();
  const rims: { plate: number; walks: Walk[] }[] = [];
  borders.forEach(({ left, right, around }, border) => {
    for (const forward of [true, false]) {
      const plate = forward ? left : right;
      if (plate === PAPER || used.has(`${border} ${forward}`)) continue;
      const walks: Walk[] = [];
      let walk: Walk | undefined = { border, forward };
      while (walk && !used.has(`${walk.border} ${walk.forward}`)) {
        used.add(`${walk.border} ${walk.forward}`);
        walks.push(walk);
        walk = around ? undefined : nextWalk(walk, plate);
      }
      rims.push({ plate, walks });
    }
  });
  return rims;
}
