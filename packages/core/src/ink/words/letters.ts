import type { Context } from '../../context';
import { type ComponentTree, type GreyPicture, componentTree } from '../../raster';
import { type Letter, toneAround, widestRound } from './letter';

/** Tones over which a letter's rim must hardly move, and how much it may: a share of its area. */
const STEP = 12;
const MOST_GROWTH = 0.45;
/** Of components in one another that differ in area by less than this share only the steadiest is kept. */
const ALIKE = 0.6;
const LEAST_HEIGHT = 8;
const LEAST_WIDTH = 2;
/** Shares of the picture's sides, of a box that is filled, and width over height, between which letters lie. */
const MOST_SIDE = 0.7;
const FILLED = { least: 0.12, most: 0.97 };
const ASPECT = { least: 0.05, most: 6 };
/** A letter's strokes are no wider than this share of its longer side, or it is a bar (i, l, a dash). */
const MOST_STROKE = 0.55;
/**
 * A piece is drawn with strokes when the widest round that fits in it is at most so many times its mean stroke (discs and
 * squares have 1.57), or where its rim, squared, is so many times its area (squares have 16, leaves some 20).
 */
const MOST_ROUND = 1.48;
const LEAST_REACH = 40;
/** A word in a running hand is one piece: wide, of a long stroke that is even and neither thin nor thick for its height. */
const WORD = { reach: 100, round: 2, aspect: 1.25, height: 24, thin: 0.05, thick: 0.2, filled: 0.55 };
/** Sides of pixels along a slanting rim are longer than it by about this. */
const STAIRS = 4 / Math.PI;

/**
 * Dark pieces that stand out sharply whatever the threshold (maximally stable extremal regions: Matas, Chum, Urban and Pajdla
 * 2002) and have a letter's proportions; of a negative, the light ones.
 */
export function stablePieces(grey: GreyPicture, lightOnDark: boolean, context: Context): Letter[] {
  const tree = componentTree(grey, context);
  const { parent, area, left, right, top, bottom, nodes } = tree;
  const { data } = grey;
  const most = { width: MOST_SIDE * grey.width, height: MOST_SIDE * grey.height };
  const growth = new Float32Array(data.length).fill(Infinity);
  for (const node of nodes) {
    const height = bottom[node] - top[node] + 1;
    if (height < LEAST_HEIGHT / 2 || right[node] - left[node] >= most.width || height > most.height) continue;
    let above = node;
    while (parent[above] !== above && data[parent[above]] <= data[node] + STEP) above = parent[above];
    growth[node] = (area[above] - area[node]) / area[node];
  }
  // The steadiest of those that lie in one another and are about as large; nodes run from large to small.
  const isBettered = new Uint8Array(data.length);
  for (let k = nodes.length - 1; k >= 0; k--) {
    const node = nodes[k];
    if (!(growth[node] <= MOST_GROWTH)) continue;
    for (let above = parent[node]; area[above] * ALIKE < area[node]; above = parent[above]) {
      if (growth[above] < growth[node]) isBettered[node] = 1;
      else isBettered[above] = 1;
      if (parent[above] === above) break;
    }
  }
  return Array.from(nodes)
    .filter((node) => growth[node] <= MOST_GROWTH && !isBettered[node] && !touchesRim(tree, grey, node))
    .flatMap((node) => letterOf(tree, grey, node, lightOnDark) ?? []);
}

function touchesRim(
  { left, right, top, bottom }: ComponentTree,
  { width, height }: GreyPicture,
  node: number,
): boolean {
  return left[node] === 0 || top[node] === 0 || right[node] === width - 1 || bottom[node] === height - 1;
}

/** A piece as a letter, where it has the proportions of one. */
function letterOf(
  { area, sides, tones, darkest, left, right, top, bottom }: ComponentTree,
  grey: GreyPicture,
  node: number,
  lightOnDark: boolean,
): Letter | undefined {
  const width = right[node] - left[node] + 1;
  const height = bottom[node] - top[node] + 1;
  if (height < LEAST_HEIGHT || width < LEAST_WIDTH) return undefined;
  const filled = area[node] / (width * height);
  const aspect = width / height;
  const stroke = (2 * area[node] * STAIRS) / sides[node];
  if (aspect < ASPECT.least || aspect > ASPECT.most) return undefined;
  const isBar = aspect < 0.4;
  if (!isBar && (filled < FILLED.least || filled > FILLED.most)) return undefined;
  if (!isBar && stroke > MOST_STROKE * Math.max(width, height)) return undefined;
  const letter: Letter = {
    x: left[node] + width / 2,
    y: top[node] + height / 2,
    width,
    height,
    seed: darkest[node],
    tone: grey.data[node],
    mean: tones[node] / area[node],
    paper: 255,
    area: area[node],
    stroke,
    lightOnDark,
    isDrawn: false,
    isWord: false,
  };
  letter.paper = toneAround(grey, letter);
  const round = widestRound(grey, letter) / stroke;
  const length = sides[node] / STAIRS;
  const reach = (length * length) / area[node];
  return {
    ...letter,
    isDrawn: round <= MOST_ROUND || reach >= LEAST_REACH,
    isWord:
      reach >= WORD.reach &&
      round <= WORD.round &&
      aspect >= WORD.aspect &&
      filled <= WORD.filled &&
      height >= WORD.height &&
      stroke >= WORD.thin * height &&
      stroke <= WORD.thick * height,
  };
}
