import {
  type Contour,
  boxHeight,
  boxOf,
  boxWidth,
  contourLength,
  coveredBy,
  flatten,
  insidePolygon,
  parentsAmong,
  penned,
  signedArea,
} from '../geometry';
import { type Cut, type ToolWidth, type Ways, isLoop } from '../machine';
import { nearCuts } from './near-cuts';
import { placeWithin } from './place-within';

/** A piece of the sheet once all is cut: a part, a slug that falls out of a hole, or a crumb. Millimetres, y down; area in mm². */
export interface Remnant {
  /** Its rim, and the rims of what is cut away within it. */
  contours: Contour[];
  area: number;
  /** The innermost loop that it lies in, -1 for none; how deep that lies. */
  loop: number;
  depth: number;
  /** Meant to be kept: it lies where material is wanted. */
  isPart: boolean;
  /** Nothing that anybody would look for. */
  isCrumb: boolean;
}

/** What cuts take away where that hangs together: its own rims, and the remnants that it lies around. */
export interface Gap {
  cuts: number[];
  outer: Contour;
  /** Numbers of remnants within its rims, and of that around it; -1 for the sheet's frame. */
  within: number[];
  around: number;
}

/** What is left of a sheet. */
export interface Remains {
  remnants: Remnant[];
  gaps: Gap[];
  /** What each cut takes away where others come near it; undefined where it is alone. */
  regions: (Contour[] | undefined)[];
  /** Cuts that come near each other, and those that the tool does not get into. */
  groups: number[][];
  unreached: number[];
  /** How wide the tool is. */
  width: number;
}

/** A knife has no width; what is nearer to one of its ways than half of this is cut all the same, in millimetres. */
const KNIFE_MM = 0.01;
/** How closely ways are followed, in millimetres. */
const FLATNESS_MM = 0.002;
/** What lies in what is told at this. */
const NESTING_MM = 0.01;
/** Less than the square of the tool's width, times this, is a crumb; nor is anything less than so many mm² a part. */
const CRUMB = 1;
const LEAST_PART = 0.01;
/** Nor anything thinner on the average than so many mm. */
const THINNEST_PART = 0.05;
/** Loops of no more segments are looked at closely, since those next to each other may be near each other all along. */
const FEW = 4;
/** Tools up to so wide leave nothing standing in corners that anybody could see, in millimetres. */
const FINE_MM = 0.5;

interface Rim {
  contour: Contour;
  /** A remnant lies within it, what is taken away, or, where nothing else comes near a cut, both in one. */
  kind: 'outer' | 'inner' | 'cut';
  cuts: number[];
}

/** What is left of a sheet once cuts are made through it; `ways` tells those of the tool. */
export function remainsOf(cuts: readonly Cut[], machine: ToolWidth, ways: Ways): Remains {
  const width = Math.max(machine.kerf, KNIFE_MM);
  const isBeside = machine.compensated || machine.kerf === 0;
  const { groups, alone } = nearCuts(cuts, width);
  const grouped = new Set([...groups.flat(), ...alone]);
  const isPlain = (k: number) => isBeside && isLoop(cuts[k]) && !cuts[k].tabbed && !grouped.has(k);
  const plain = cuts.flatMap((_, k) => (isPlain(k) ? [k] : []));
  const lone = cuts.flatMap((_, k) => (isPlain(k) || groups.some((group) => group.includes(k)) ? [] : [k]));
  const regions: Remains['regions'] = cuts.map(() => undefined);
  const regionOf = (k: number): Contour[] =>
    (regions[k] ??= penned(
      ways.of(k).runs.map((contour) => ({ contour, pen: width })),
      FLATNESS_MM,
    ));
  const isReached = (k: number) =>
    !isLoop(cuts[k]) || isSurelyReached(cuts[k], width) || ways.of(k).runs.length > 0;
  const rims: Rim[] = [
    ...plain.filter(isReached).map((k): Rim => ({ contour: cuts[k].contour, kind: 'cut', cuts: [k] })),
    ...lone.flatMap((k) => rimsOf(regionOf(k), [k])),
    ...groups.flatMap((group) => rimsOf(coveredBy(group.map(regionOf)), group)),
  ];
  return {
    ...remnantsIn(rims, cuts, width, ways),
    regions,
    groups,
    unreached: cuts.flatMap((_, k) => (isReached(k) ? [] : [k])),
    width,
  };
}

/** Whether a tool so wide gets around in a loop whatever its shape: around a part it does, and in a hole that is large and of many segments. */
function isSurelyReached({ contour, depth }: Cut, width: number): boolean {
  if (depth % 2 === 0) return true;
  const box = boxOf([contour]);
  return !!box && contour.segments.length > FEW && Math.min(boxWidth(box), boxHeight(box)) > 2 * width;
}

/** Rims of a region: around it, and around what it lies around. */
const rimsOf = (region: readonly Contour[], cuts: number[]): Rim[] =>
  region.map((contour) => ({ contour, kind: signedArea(contour) < 0 ? 'outer' : 'inner', cuts }));

function remnantsIn(
  rims: readonly Rim[],
  cuts: readonly Cut[],
  width: number,
  ways: Ways,
): Pick<Remains, 'remnants' | 'gaps'> {
  const parents = parentsAmong(
    rims.map(({ contour }) => contour),
    NESTING_MM,
  );
  // What a rim lies in: a remnant has the number of the rim around it.
  const remnantAround = (k: number): number => {
    const parent = parents[k];
    return parent < 0 ? -1 : rims[parent].kind === 'outer' ? remnantAround(parent) : parent;
  };
  const numbers = new Map<number, number>();
  rims.forEach(({ kind }, k) => kind !== 'outer' && numbers.set(k, numbers.size));
  const inner = new Map<number, number[]>();
  rims.forEach(({ kind }, k) => {
    if (kind === 'inner') return;
    const around = remnantAround(k);
    const own = inner.get(around);
    if (own) own.push(k);
    else inner.set(around, [k]);
  });
  const loops = new Loops(cuts);
  const standing = (k: number) => (isBigEnough(width) ? areaOf(ways.leaves(k)) : 0);
  const remnants = [...numbers.keys()].map((k): Remnant => {
    const taken = (inner.get(k) ?? []).map((n) => rims[n]);
    const contours = [rims[k].contour, ...taken.map(({ contour }) => contour)];
    const [whole, ...less] = contours.map((contour) => Math.abs(signedArea(contour)));
    const stays = [rims[k], ...taken].flatMap(({ kind, cuts: own }) => (kind === 'cut' ? own : []));
    const area = whole - sum(less) + sum(stays.map(standing));
    const isOwn = rims[k].kind === 'cut';
    const loop = isOwn ? rims[k].cuts[0] : loops.innermost(contours);
    const depth = loop < 0 ? -1 : cuts[loop].depth;
    const thin = (2 * area) / contourLength(rims[k].contour) < THINNEST_PART;
    const isCrumb = thin || area < Math.max(LEAST_PART, isOwn ? 0 : CRUMB * width * width);
    // What lines alone go around is a part as well as what a loop does.
    const isOfLines = depth < 0 && rims[k].cuts.every((n) => !isLoop(cuts[n]));
    return { contours, area, loop, depth, isPart: isOfLines || (depth >= 0 && depth % 2 === 0), isCrumb };
  });
  const gaps = rims.flatMap((rim, k): Gap[] => {
    if (rim.kind === 'inner') return [];
    const around = numbers.get(remnantAround(k)) ?? -1;
    const within =
      rim.kind === 'cut'
        ? [k]
        : [...numbers.keys()].filter((n) => rims[n].kind === 'inner' && parents[n] === k);
    return [
      { cuts: rim.cuts, outer: rim.contour, within: within.flatMap((n) => numbers.get(n) ?? []), around },
    ];
  });
  return { remnants, gaps };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);
const areaOf = (contours: readonly Contour[]): number =>
  Math.abs(contours.reduce((all, contour) => all + signedArea(contour), 0));

/** Finer tools leave nothing standing that is told. */
const isBigEnough = (width: number): boolean => width > FINE_MM;

/** Loops as they are drawn, to be asked in which of them a place lies. */
class Loops {
  private readonly polygons: (Float64Array | undefined)[];
  private readonly boxes;

  constructor(private readonly cuts: readonly Cut[]) {
    this.polygons = cuts.map(() => undefined);
    this.boxes = cuts.map((cut) => (isLoop(cut) ? boxOf([cut.contour]) : undefined));
  }

  /** The deepest loop around the middle of an area; -1 for none. */
  innermost(area: readonly Contour[]): number {
    const { x, y } = placeWithin(area);
    let best = -1;
    this.cuts.forEach(({ contour, depth }, k) => {
      const box = this.boxes[k];
      if (!box || x < box.left || x > box.right || y < box.top || y > box.bottom) return;
      if (best >= 0 && depth <= this.cuts[best].depth) return;
      const polygon = (this.polygons[k] ??= flatten(contour, NESTING_MM));
      if (insidePolygon(polygon, x, y)) best = k;
    });
    return best;
  }
}
