import {
  type Contour,
  type Point,
  alongOf,
  asArcs,
  boxHeight,
  boxOf,
  boxWidth,
  chordsToArcs,
  contourLength,
  directionFrom,
  flatten,
  merged,
  movedSideways,
  norm,
  offset,
  onAt,
  partBetween,
  placeOn,
  signedArea,
  subtracted,
} from '../geometry';

/** How closely ways beside contours are followed, in millimetres; arcs are found again in what is made of chords. */
const FLATNESS_MM = 0.002;
const ARC = 0.003;
const ROUGH = 0.02;
/** Less than this, as a share of the tool's width squared, is not told as left standing: a right angle leaves .054 of it. */
const STANDING = 0.0025;
/** Nor less than this, in mm², or what is thinner than so many mm on the average, as chords beside curves are. */
const LEAST_STANDING = 0.01;
const THINNEST = 0.006;
/** What is all but reached is, so that rounding leaves no slivers. */
const ROUNDED = 0.0004;
/** Turns from here on are corners, in radians; curves a little wider than the tool are looked at too. */
const CORNER = 0.25;
const TIGHT = 1.2;
/** So many rings of a pocket are looked at for the one that is nearest. */
const LOOKED_AT = 200;
/** How closely the rims of hatched areas are followed. */
const HATCHED = 0.01;
/** Rings of a pocket at most: a metre across, with the finest mill. */
const MOST_RINGS = 4000;

/** Contours the tool's middle follows, and those of areas that it cannot reach. */
export interface ToolWay {
  runs: Contour[];
  standing: Contour[];
}

/** Areas grown or shrunk so exactly that a machine could not tell. */
const beside = (areas: readonly Contour[], distance: number): Contour[] =>
  offset(areas, distance, 'round', FLATNESS_MM);

/** Arcs where there are chords of them. */
const withArcs = (contours: readonly Contour[], tolerance = ARC): Contour[] =>
  contours.map((contour) => chordsToArcs(contour, tolerance).contour);

/** Whether a contour turns towards the waste so sharply anywhere that the tool might not follow. */
export function isTight(contour: Contour, width: number, wasteOutside: boolean): boolean {
  const points = flatten(contour, FLATNESS_MM);
  const count = points.length / 2;
  const at = (k: number): Point => ({ x: points[2 * (k % count)], y: points[2 * (k % count) + 1] });
  const isCounter = signedArea(contour) > 0;
  for (let k = 0; k < count; k++) {
    const [a, b, c] = [at(k), at(k + 1), at(k + 2)];
    const [before, after] = [norm(b.x - a.x, b.y - a.y), norm(c.x - b.x, c.y - b.y)];
    // Positive where it turns to the right seen on screen, y down: away from the inside of a counter-clockwise contour.
    const turn = Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
    const inwards = isCounter === wasteOutside ? turn : -turn;
    if (inwards > CORNER || (before + after) / 2 < (TIGHT * inwards * width) / 2) return true;
  }
  return false;
}

/** Along a closed contour with the tool's middle half its width beside it, where the waste is: outside of a part, inside of a hole. */
export function wayAlong(contour: Contour, width: number, wasteOutside: boolean): ToolWay {
  if (width === 0) return { runs: [contour], standing: [] };
  const side = wasteOutside ? 1 : -1;
  const runs = beside([contour], (side * width) / 2);
  if (runs.length === 1 && !isTight(contour, width, wasteOutside)) {
    const exact = movedSideways(
      asArcs(contour, FLATNESS_MM / 2),
      (signedArea(contour) > 0 ? side : -side) * (width / 2),
    );
    return { runs: exact ? [exact] : withArcs(runs), standing: [] };
  }
  const back = beside(runs, -side * (width / 2 + ROUNDED));
  const standing = wasteOutside ? leftOver(back, [contour], width) : leftOver([contour], back, width);
  return { runs: withArcs(runs), standing };
}

/** Back and forth over all of an area in rings, from the middle outwards, each a step farther out. */
export function wayInPocket(area: readonly Contour[], width: number, step: number): ToolWay {
  const first = beside(area, -width / 2);
  const rings: Contour[][] = [];
  // Only the outermost ring makes the rim: those within need not be as exact, and each follows from the one around it.
  for (let ring = withArcs(first); ring.length > 0 && rings.length < MOST_RINGS;) {
    rings.push(ring);
    // Without nodes that do nothing, of which each ring would have more than the one before.
    ring = withArcs(offset(ring, -step, 'round', ROUGH), ROUGH).map((contour) => merged(contour, ROUGH));
  }
  return { runs: oneAfterAnother(rings.reverse().flat()), standing: leftIn(area, first, width) };
}

/** What a tool so wide leaves standing in an area that it clears; all of it where it does not get in. */
export const standingInPocket = (area: readonly Contour[], width: number): Contour[] =>
  leftIn(area, beside(area, -width / 2), width);

const leftIn = (area: readonly Contour[], rim: readonly Contour[], width: number): Contour[] =>
  leftOver(area, beside(rim, width / 2 + ROUNDED), width);

/** Loops from the first on, each the nearest that is left, and begun at its node that is nearest. */
function oneAfterAnother(loops: readonly Contour[]): Contour[] {
  const [first, ...others] = loops;
  if (!first) return [];
  const left = new Set(others);
  const done = [first];
  while (left.size > 0) {
    const { start } = done[done.length - 1];
    let best: { loop: Contour; node: number; distance: number } | undefined;
    // Of very many only the next few are looked at: they lie around those before.
    for (const loop of [...left].slice(0, LOOKED_AT)) {
      loop.segments.forEach(({ x, y }, node) => {
        const distance = norm(x - start.x, y - start.y);
        if (!best || distance < best.distance) best = { loop, node, distance };
      });
    }
    if (!best) break;
    left.delete(best.loop);
    done.push(begunAtNode(best.loop, best.node));
  }
  return done;
}

function begunAtNode({ segments, closed }: Contour, node: number): Contour {
  const { x, y } = segments[node];
  return { start: { x, y }, segments: [...segments.slice(node + 1), ...segments.slice(0, node + 1)], closed };
}

/** What of an area another one does not cover, less what is no more than rounding. */
const leftOver = (area: readonly Contour[], covered: readonly Contour[], width: number): Contour[] =>
  subtracted(area, covered, FLATNESS_MM).filter((piece) => {
    const area = Math.abs(signedArea(piece));
    return (
      area > Math.max(LEAST_STANDING, STANDING * width * width) && 2 * area > THINNEST * contourLength(piece)
    );
  });

/** Lines across an area, so far apart, there and back. */
export function hatch(area: readonly Contour[], spacing: number): Contour[] {
  const box = boxOf(area);
  if (!box) return [];
  const edges = edgesOf(area);
  const count = Math.max(1, Math.round(boxHeight(box) / spacing));
  const lines: Contour[] = [];
  for (let k = 0; k < count; k++) {
    const y = box.top + ((k + 0.5) * boxHeight(box)) / count;
    const xs = crossingsAt(edges, y);
    const isBack = k % 2 === 1;
    const own: Contour[] = [];
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const [from, to] = isBack ? [xs[i + 1], xs[i]] : [xs[i], xs[i + 1]];
      own.push({ start: { x: from, y }, segments: [{ kind: 'line', x: to, y }], closed: false });
    }
    lines.push(...(isBack ? own.reverse() : own));
  }
  return lines;
}

const edgesOf = (area: readonly Contour[]): [Point, Point][] =>
  area.flatMap((contour) => {
    const points = flatten(contour, HATCHED);
    const count = points.length / 2;
    return Array.from({ length: count }, (_, k): [Point, Point] => {
      const next = (k + 1) % count;
      return [
        { x: points[2 * k], y: points[2 * k + 1] },
        { x: points[2 * next], y: points[2 * next + 1] },
      ];
    });
  });

const crossingsAt = (edges: readonly (readonly [Point, Point])[], y: number): number[] =>
  edges
    .flatMap(([a, b]) => (a.y <= y !== b.y <= y ? [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)] : []))
    .sort((a, b) => a - b);

/** Places off the corners where a closed contour may be begun: the middles of its longest segments. */
export function begunAnywhere(contour: Contour, most: number): Contour[] {
  const along = alongOf(contour);
  const { begins } = along;
  const longest = contour.segments
    .map((_, k) => k)
    .sort((a, b) => begins[b + 1] - begins[b] - (begins[a + 1] - begins[a]))
    .slice(0, most);
  return longest.map((k) => {
    const on = onAt(along, (begins[k] + begins[k + 1]) / 2);
    return { start: placeOn(contour, on), segments: partBetween(contour, on, on), closed: true };
  });
}

/** The way in: from beside a closed contour, where the waste is, straight to where it begins. As long as there is room. */
export function leadIn(contour: Contour, wasteOutside: boolean, length: number): Contour | undefined {
  const box = boxOf([contour]);
  if (!box || length === 0) return undefined;
  // In a hole no farther than half way to its middle.
  const far = wasteOutside ? length : Math.min(length, Math.min(boxWidth(box), boxHeight(box)) / 4);
  const { x, y } = contour.start;
  const direction = directionFrom(contour.start, contour.segments[0]);
  // The inside lies to the left of a counter-clockwise contour seen on screen, y down.
  const isCounter = signedArea(contour) > 0;
  const side = isCounter === wasteOutside ? 1 : -1;
  const start = { x: x - side * far * direction.y, y: y + side * far * direction.x };
  return { start, segments: [{ kind: 'line', x, y }], closed: false };
}
