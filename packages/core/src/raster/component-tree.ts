import { type Context, checkStopped } from '../context';
import type { GreyPicture } from './picture';

/**
 * Connected components of all thresholds at once: every pixel belongs to a node, the component of pixels up to its tone that
 * it lies in, and nodes lie in one another. A node is known by one pixel of it, whose entry in each array is the node's.
 */
export interface ComponentTree {
  /** The node a pixel is of; of a node, the next larger one, or itself at the root. */
  parent: Int32Array;
  /** Pixels, and sides of pixels that lie along the rim, holes included. */
  area: Int32Array;
  sides: Int32Array;
  /** Its darkest pixel. */
  darkest: Int32Array;
  /** Sum of the pixels' tones. */
  tones: Float64Array;
  /** Box: first and last column and row. */
  left: Uint16Array;
  right: Uint16Array;
  top: Uint16Array;
  bottom: Uint16Array;
  /** Pixels that stand for nodes, those of lighter tones before those of darker ones: parents come before their children. */
  nodes: Int32Array;
}

/**
 * The tree of components of pixels no lighter than each tone, touching over sides (Najman and Couprie 2006, "Building
 * the component tree in quasi-linear time"; in the form of Berger et al. 2007, with pixels sorted by counting). Sides up to 65535.
 */
export function componentTree({ width, height, data }: GreyPicture, context: Context): ComponentTree {
  const count = data.length;
  const order = sortedPixels(data);
  const parent = new Int32Array(count).fill(-1);
  const joined = new Int32Array(count);
  const area = new Int32Array(count).fill(1);
  const sides = new Int32Array(count).fill(4);
  const tones = Float64Array.from(data);
  const darkest = new Int32Array(count);
  const [left, right, top, bottom] = [0, 1, 2, 3].map(() => new Uint16Array(count));
  const rootOf = (pixel: number) => {
    while (joined[pixel] !== pixel) {
      joined[pixel] = joined[joined[pixel]];
      pixel = joined[pixel];
    }
    return pixel;
  };
  for (let k = 0; k < count; k++) {
    if ((k & 0xffff) === 0) checkStopped(context);
    const pixel = order[k];
    const x = pixel % width;
    const y = (pixel - x) / width;
    parent[pixel] = joined[pixel] = darkest[pixel] = pixel;
    left[pixel] = right[pixel] = x;
    top[pixel] = bottom[pixel] = y;
    for (let d = 0; d < 4; d++) {
      if (d === 0 ? x === 0 : d === 1 ? x === width - 1 : d === 2 ? y === 0 : y === height - 1) continue;
      const beside = pixel + (d === 0 ? -1 : d === 1 ? 1 : d === 2 ? -width : width);
      if (parent[beside] < 0) continue;
      sides[pixel] -= 2;
      const root = rootOf(beside);
      if (root === pixel) continue;
      parent[root] = joined[root] = pixel;
      area[pixel] += area[root];
      sides[pixel] += sides[root];
      tones[pixel] += tones[root];
      if (data[darkest[root]] < data[darkest[pixel]]) darkest[pixel] = darkest[root];
      if (left[root] < left[pixel]) left[pixel] = left[root];
      if (right[root] > right[pixel]) right[pixel] = right[root];
      if (top[root] < top[pixel]) top[pixel] = top[root];
      if (bottom[root] > bottom[pixel]) bottom[pixel] = bottom[root];
    }
  }
  // From the root on, so that every pixel's parent stands for its node.
  const nodes: number[] = [];
  for (let k = count - 1; k >= 0; k--) {
    const pixel = order[k];
    const above = parent[pixel];
    if (data[parent[above]] === data[above]) parent[pixel] = parent[above];
    if (parent[pixel] === pixel || data[parent[pixel]] !== data[pixel]) nodes.push(pixel);
  }
  return { parent, area, sides, darkest, tones, left, right, top, bottom, nodes: Int32Array.from(nodes) };
}

/** Pixels from the darkest to the lightest, equal ones in reading order. */
function sortedPixels(data: Uint8Array): Int32Array {
  const starts = new Int32Array(257);
  for (const tone of data) starts[tone + 1]++;
  for (let tone = 0; tone < 256; tone++) starts[tone + 1] += starts[tone];
  const order = new Int32Array(data.length);
  for (let i = 0; i < data.length; i++) order[starts[data[i]]++] = i;
  return order;
}
