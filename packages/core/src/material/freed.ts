import Flatbush from 'flatbush';
import { type Contour, type Point, boxOf, contourLength, flatten, notCovered, signedArea } from '../geometry';
import type { Cut } from '../machine';
import { placeWithin } from './place-within';
import type { Remains } from './remains';

/** A cut that is made where nothing holds the material any more, and the cut by which it came loose. */
export interface LooseWork {
  cut: number;
  freedBy: number;
  at: Point;
}

/** What comes loose by which cut, in some order. */
export interface Freed {
  /** By remnant: the cut that frees it, -1 for what none does. */
  freedBy: Int32Array;
  loose: LooseWork[];
}

/** A piece of what a cut takes away that no cut before it did. */
interface Cell {
  cut: number;
  /** Rims; none for what a cut takes away that comes near no other. */
  area: Contour[];
  /** Remnants it lies beside, and other cells of its group; -1 stands for the sheet's frame. */
  remnants: number[];
  cells: number[];
  at: Point;
  /** How wide it is on the average. */
  width: number;
}

/** What is thinner than so many mm is rounding. */
const NOTHING_MM = 0.004;
/** What lies beside a cell is looked up so far beyond its rim, in millimetres. */
const BEYOND_MM = 0.003;
/** A tool that takes less than this share of its width only grazes what lies there. */
const GRAZED = 0.75;
/** And a loop within it less than this. */
const GRAZED_WITHIN = 0.05;

/**
 * When what is left of a sheet comes loose, for cuts made one after another: their numbers in order. Gone through backwards, what each cut takes
 * away is put back and joins what lies beside it; what is joined to the frame by a cut was freed by it.
 */
export function freedIn(remains: Remains, cuts: readonly Cut[], order: readonly number[]): Freed {
  const { remnants, gaps, groups } = remains;
  const rank = new Map(order.map((cut, k) => [cut, k]));
  const groupOf = new Map(groups.flatMap((group, g) => group.map((cut) => [cut, g])));
  const cells: Cell[] = [];
  for (const { cuts, within, around, outer } of gaps) {
    if (cuts.length > 1) continue;
    const [cut] = cuts;
    if (!groupOf.has(cut))
      cells.push({
        cut,
        area: [],
        remnants: [...within, around],
        cells: [],
        at: outer.start,
        width: remains.width,
      });
  }
  for (const group of groups) cells.push(...cellsOf(remains, group, rank, cells.length));
  // A loop beside what is loose only grazes it; what lies in what is loose is cut in it.
  const isWithin = ({ cut, area }: Cell): boolean => {
    if (area.length === 0 || cuts[cut].depth < 0) return true;
    const before = (k: number): boolean =>
      k >= 0 && ((rank.get(k) ?? Infinity) < (rank.get(cut) ?? 0) || before(cuts[k].within));
    return before(cuts[cut].within);
  };
  return joinedBackwards(
    cells,
    remnants.length,
    order,
    (cell) =>
      cell.width >= (cuts[cell.cut].depth < 0 ? GRAZED : GRAZED_WITHIN) * remains.width && isWithin(cell),
  );
}

/** Sets of what hangs together, with what in them has not been seen to hang on the frame yet. */
class Joined {
  private readonly root: Int32Array;
  private readonly waiting: { remnants: number[]; loose: LooseWork[] }[];
  readonly freedBy: Int32Array;

  constructor(
    count: number,
    remnants: number,
    private readonly frame: number,
  ) {
    this.root = Int32Array.from({ length: count }, (_, k) => k);
    this.waiting = Array.from({ length: count }, (_, k) => ({
      remnants: k < remnants ? [k] : [],
      loose: [],
    }));
    this.freedBy = new Int32Array(remnants).fill(-1);
  }

  private find(k: number): number {
    let at = k;
    while (this.root[at] !== at) at = this.root[at] = this.root[this.root[at]];
    return at;
  }

  isHeld = (k: number): boolean => this.find(k) === this.find(this.frame);

  /** A cut is made in what hangs on nothing. */
  isLoose(k: number, work: LooseWork): void {
    this.waiting[this.find(k)].loose.push(work);
  }

  join(a: number, b: number, by: number): void {
    const [one, other] = [this.find(a), this.find(b)];
    if (one === other) return;
    const frame = this.find(this.frame);
    const [kept, gone] = one === frame ? [one, other] : [other, one];
    const { remnants, loose } = this.waiting[gone];
    if (kept === frame) {
      for (const remnant of remnants) this.freedBy[remnant] = by;
      for (const work of loose) work.freedBy = by;
    } else {
      this.waiting[kept].remnants.push(...remnants);
      this.waiting[kept].loose.push(...loose);
    }
    this.root[gone] = kept;
  }
}

function joinedBackwards(
  cells: readonly Cell[],
  remnants: number,
  order: readonly number[],
  isWorked: (cell: Cell) => boolean,
): Freed {
  const byCut = new Map<number, number[]>();
  cells.forEach(({ cut }, k) => {
    const own = byCut.get(cut);
    if (own) own.push(k);
    else byCut.set(cut, [k]);
  });
  const frame = remnants + cells.length;
  const nodeOf = (remnant: number) => (remnant < 0 ? frame : remnant);
  const joined = new Joined(frame + 1, remnants, frame);
  const isBack = new Uint8Array(cells.length);
  const found: LooseWork[] = [];
  for (const cut of [...order].reverse()) {
    const own = byCut.get(cut) ?? [];
    for (const k of own) isBack[k] = 1;
    for (const k of own) {
      for (const remnant of cells[k].remnants) joined.join(nodeOf(remnant), remnants + k, cut);
      for (const other of cells[k].cells) if (isBack[other]) joined.join(remnants + other, remnants + k, cut);
    }
    const free = own.filter((k) => isWorked(cells[k]) && !joined.isHeld(remnants + k));
    if (free.length === 0) continue;
    const work = { cut, freedBy: -1, at: cells[free[0]].at };
    found.push(work);
    joined.isLoose(remnants + free[0], work);
  }
  return { freedBy: joined.freedBy, loose: found.reverse() };
}

/** What each cut of a group takes away that those before it did not, with what lies beside it; numbers of cells begin at `first`. */
function cellsOf(
  { regions, gaps, remnants }: Remains,
  group: readonly number[],
  rank: ReadonlyMap<number, number>,
  first: number,
): Cell[] {
  const inOrder = group
    .filter((cut) => rank.has(cut) && (regions[cut]?.length ?? 0) > 0)
    .sort((a, b) => (rank.get(a) ?? 0) - (rank.get(b) ?? 0));
  const boxes = new Map(inOrder.map((cut) => [cut, boxOf(regions[cut] ?? [])]));
  const areMeeting = (a: number, b: number) => {
    const [one, other] = [boxes.get(a), boxes.get(b)];
    return (
      !!one &&
      !!other &&
      one.left <= other.right &&
      other.left <= one.right &&
      one.top <= other.bottom &&
      other.top <= one.bottom
    );
  };
  const cells = inOrder.flatMap((cut, k): Cell[] => {
    const own = regions[cut] ?? [];
    const before = inOrder.slice(0, k).filter((other) => areMeeting(cut, other));
    const left =
      before.length > 0
        ? notCovered(
            own,
            before.map((other) => regions[other] ?? []),
          )
        : own;
    return piecesOf(left).flatMap((area) => {
      const size = Math.abs(area.reduce((sum, contour) => sum + signedArea(contour), 0));
      const width = (2 * size) / area.reduce((sum, contour) => sum + contourLength(contour), 0);
      const at = area[0].start;
      return width < NOTHING_MM ? [] : [{ cut, area, remnants: [], cells: [], at, width }];
    });
  });
  const own = gaps.filter(({ cuts }) => cuts[0] === group[0]);
  const beside = new Beside([
    ...cells.map(({ area }, k) => ({ area, cell: first + k })),
    ...own.flatMap(({ within }) =>
      within.map((remnant) => ({ area: [remnants[remnant].contours[0]], remnant })),
    ),
    ...own.map(({ outer, around }) => ({ area: [outer], around })),
  ]);
  cells.forEach((cell) => {
    const found = beside.of(cell.area);
    cell.cells = found.cells;
    cell.remnants = found.remnants;
    cell.at = placeWithin(cell.area);
  });
  return cells;
}

/** Pieces of a region, each with the rims of what lies within it. */
function piecesOf(region: readonly Contour[]): Contour[][] {
  const outer = region.filter((contour) => signedArea(contour) < 0);
  const holes = region.filter((contour) => signedArea(contour) > 0);
  if (outer.length === 1 || holes.length === 0)
    return outer.map((contour, k) => [contour, ...(k === 0 ? holes : [])]);
  const pieces = outer.map((contour) => [contour]);
  const boxes = outer.map((contour) => boxOf([contour]));
  const areas = outer.map((contour) => Math.abs(signedArea(contour)));
  for (const hole of holes) {
    const box = boxOf([hole]);
    let best = -1;
    boxes.forEach((around, k) => {
      const isAround =
        box &&
        around &&
        around.left <= box.left &&
        around.right >= box.right &&
        around.top <= box.top &&
        around.bottom >= box.bottom;
      if (isAround && (best < 0 || areas[k] < areas[best])) best = k;
    });
    if (best >= 0) pieces[best].push(hole);
  }
  return pieces;
}

interface Known {
  area: readonly Contour[];
  cell?: number;
  remnant?: number;
  around?: number;
}

/** What lies where, among cells and remnants of a group. */
class Beside {
  private readonly edges: Float64Array;
  private readonly owners: Uint32Array;
  private readonly index: Flatbush | undefined;
  private readonly right: number;
  private readonly areas: number[];
  /** What lies around everything else. */
  private readonly outermost: Known | undefined;

  constructor(private readonly known: readonly Known[]) {
    this.areas = known.map(({ area }) => Math.abs(signedArea(area[0])));
    const around = known.flatMap((one, k) => (one.around === undefined ? [] : [k]));
    this.outermost =
      known[around.reduce((best, k) => (best < 0 || this.areas[k] > this.areas[best] ? k : best), -1)];
    const edges: number[] = [];
    const owners: number[] = [];
    known.forEach(({ area }, k) => {
      for (const contour of area) {
        const points = flatten(contour, BEYOND_MM);
        for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
          edges.push(points[j], points[j + 1], points[i], points[i + 1]);
          owners.push(k);
        }
      }
    });
    this.edges = Float64Array.from(edges);
    this.owners = Uint32Array.from(owners);
    this.index = owners.length > 0 ? new Flatbush(owners.length) : undefined;
    let right = -Infinity;
    for (let i = 0; i < edges.length; i += 4) {
      const [x1, y1, x2, y2] = this.edges.subarray(i, i + 4);
      this.index?.add(Math.min(x1, x2), Math.min(y1, y2), Math.max(x1, x2), Math.max(y1, y2));
      right = Math.max(right, x1, x2);
    }
    this.index?.finish();
    this.right = right;
  }

  /** All that lies just beyond the rims of an area. */
  of(area: readonly Contour[]): { cells: number[]; remnants: number[] } {
    const cells = new Set<number>();
    const remnants = new Set<number>();
    for (const contour of area) {
      const points = flatten(contour, BEYOND_MM);
      for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
        const [x1, y1, x2, y2] = [points[j], points[j + 1], points[i], points[i + 1]];
        const length = Math.sqrt((x2 - x1) ** 2 + (y2 - y1) ** 2);
        if (length < NOTHING_MM) continue;
        // Rims have their area to the right seen on screen, holes theirs too: beyond lies to the left.
        const [nx, ny] = [((y2 - y1) / length) * BEYOND_MM, (-(x2 - x1) / length) * BEYOND_MM];
        const found = this.at((x1 + x2) / 2 + nx, (y1 + y2) / 2 + ny);
        if (found?.cell !== undefined) cells.add(found.cell);
        else if (found?.remnant !== undefined) remnants.add(found.remnant);
        else if (found?.around !== undefined) remnants.add(found.around);
      }
    }
    return { cells: [...cells], remnants: [...remnants] };
  }

  private at(x: number, y: number): Known | undefined {
    const { edges, owners, known } = this;
    const inside = new Set<number>();
    this.index?.search(x, y, this.right, y, (k) => {
      const [x1, y1, x2, y2] = edges.subarray(4 * k, 4 * k + 4);
      if (y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)) {
        if (!inside.delete(owners[k])) inside.add(owners[k]);
      }
      return false;
    });
    const own = [...inside];
    const cell = own.find((k) => known[k].cell !== undefined);
    if (cell !== undefined) return known[cell];
    if (own.length === 0) return this.outermost;
    // Within a gap, but in no cell of it, there is nothing but rounding.
    const innermost = own.reduce((best, k) => (this.areas[k] < this.areas[best] ? k : best));
    return known[innermost].remnant === undefined ? undefined : known[innermost];
  }
}
