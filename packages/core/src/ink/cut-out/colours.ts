import { type Context, checkStopped } from '../../context';
import { type ColourPicture, distanceTransform, minimumCut } from '../../raster';
import { CERTAIN, UNIT, graphOf } from './graph';
import { CELLS, cellOf, unlikelihood } from './mixture';
import { IN, OPEN, OUT, type Size } from './known';

/** How unlike the thing, and how unlike what is around it, each colour is. */
export interface TwoColours {
  inside: (cell: number) => number;
  outside: (cell: number) => number;
  /** How much better in the mean the thing's pixels go with it than with what is around it. */
  told: number;
}

/** Rounds of cutting and learning, and the share of pixels that may still change sides in the last. */
const ROUNDS = 8;
const SETTLED = 0.001;
/** Where nothing is said to be out, a strip along the rim of what is open is taken for it: this share of its size. */
const STRIP = 0.04;
/**
 * A hand leaves some room around a thing: deep inside the loop pixels are a little likelier the thing's, along it they
 * hardly are. Logarithms of how much likelier deep inside, and how many times that they are less likely at the loop
 * itself; that falls off over this share of the depth.
 */
const LIKELIER = 0.7;
const ROOM = 6;
const ROOM_DEPTH = 0.15;

/**
 * Learns the colours of the thing and of what is around it from a small copy: the cheapest cut and the colours of its two
 * sides in turn, until hardly anything changes sides (Rother, Kolmogorov and Blake 2004, figure 3).
 */
export function learnColours(copy: ColourPicture, known: Uint8Array, context: Context): TwoColours {
  const pixels = Uint32Array.from(known.keys());
  const graph = graphOf(copy, pixels);
  const room = roomWithin(known, copy);
  let side = firstGuess(known, copy);
  let colours = coloursOf(copy, side);
  for (let round = 0; round < ROUNDS; round++) {
    checkStopped(context);
    const next = minimumCut(graph, pullsOf(copy, known, colours, pixels, room), context);
    let changed = 0;
    for (let i = 0; i < next.length; i++) changed += next[i] ^ side[i];
    side = next;
    if (!side.some(Boolean)) break;
    colours = coloursOf(copy, side);
    if (changed <= SETTLED * side.length) break;
  }
  return { ...colours, told: side.some(Boolean) ? toldApart(copy, side, colours) : 0 };
}

/** All that is open is of the thing; but for a strip along its rim where nothing else is said to be around it. */
function firstGuess(known: Uint8Array, { width, height }: Size): Uint8Array {
  const side = known.map((what) => (what === OUT ? 0 : 1));
  const out = side.reduce((sum, inside) => sum + (1 - inside), 0);
  if (out > STRIP * side.length) return side;
  const strip = Math.max(1, Math.round(STRIP * Math.min(width, height)));
  return side.map((inside, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const isNear = Math.min(x, y, width - 1 - x, height - 1 - y) < strip;
    return known[i] === OPEN && isNear ? 0 : inside;
  });
}

/** What a pixel's depth within the loop, or without one within the picture, says for the thing (positive) or against it. */
function roomWithin(known: Uint8Array, { width, height }: Size): Float32Array {
  const distance = known.includes(OUT)
    ? distanceTransform(known, width, height, OUT).distance
    : Float32Array.from(known, (_, i) => {
        const [x, y] = [i % width, Math.floor(i / width)];
        return 1 + Math.min(x, y, width - 1 - x, height - 1 - y);
      });
  const deepest = distance.reduce((most, depth) => Math.max(most, depth), 0);
  return distance.map((depth) => LIKELIER * (1 - ROOM * Math.exp(-depth / (ROOM_DEPTH * deepest))));
}

function coloursOf({ data }: ColourPicture, side: Uint8Array): Omit<TwoColours, 'told'> {
  const counts = [new Float64Array(CELLS), new Float64Array(CELLS)];
  side.forEach((inside, i) => counts[inside][cellOf(data[4 * i], data[4 * i + 1], data[4 * i + 2])]++);
  return { outside: unlikelihood(counts[0]), inside: unlikelihood(counts[1]) };
}

function toldApart(
  { data }: ColourPicture,
  side: Uint8Array,
  { inside, outside }: Omit<TwoColours, 'told'>,
): number {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < side.length; i++) {
    if (!side[i]) continue;
    const cell = cellOf(data[4 * i], data[4 * i + 1], data[4 * i + 2]);
    sum += outside(cell) - inside(cell);
    count++;
  }
  return sum / count;
}

/** What the colour of each of some pixels says, or the hand, for the thing (positive) or against it. */
function pullsOf(
  { data }: ColourPicture,
  known: Uint8Array,
  { inside, outside }: Omit<TwoColours, 'told'>,
  pixels: Uint32Array,
  room?: Float32Array,
): Int32Array {
  return Int32Array.from(pixels, (pixel) => {
    if (known[pixel] !== OPEN) return known[pixel] === IN ? CERTAIN : -CERTAIN;
    const i = 4 * pixel;
    const cell = cellOf(data[i], data[i + 1], data[i + 2]);
    return Math.round(UNIT * (outside(cell) - inside(cell) + (room?.[pixel] ?? 0)));
  });
}

/** The cheapest cut of a whole copy: 1 for each pixel of the thing. */
export function cutWhole(
  copy: ColourPicture,
  known: Uint8Array,
  colours: TwoColours,
  context: Context,
): Uint8Array {
  const pixels = Uint32Array.from(known.keys());
  const pulls = pullsOf(copy, known, colours, pixels, roomWithin(known, copy));
  return minimumCut(graphOf(copy, pixels), pulls, context);
}

/**
 * Cuts again within a band around a rim that is known roughly (Lombaert, Sun, Grady and Xu 2005, "A multilevel banded graph
 * cuts method"): the band's outermost pixels stay on their sides, unless the hand says otherwise.
 */
export function cutBand(
  copy: ColourPicture,
  known: Uint8Array,
  colours: TwoColours,
  rough: Uint8Array,
  { pixels, ring, rings }: { pixels: Uint32Array; ring: Uint8Array; rings: number },
  context: Context,
): Uint8Array {
  const pulls = pullsOf(copy, known, colours, pixels);
  pixels.forEach((pixel, node) => {
    if (ring[pixel] === rings && known[pixel] === OPEN) pulls[node] = rough[pixel] ? CERTAIN : -CERTAIN;
  });
  const side = minimumCut(graphOf(copy, pixels), pulls, context);
  const result = rough.slice();
  for (let i = 0; i < result.length; i++) if (known[i] !== OPEN) result[i] = known[i];
  pixels.forEach((pixel, node) => (result[pixel] = side[node]));
  return result;
}
