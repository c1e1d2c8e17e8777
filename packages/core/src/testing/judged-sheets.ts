import { type Point, contourLength } from '../geometry';
import { rehearsedFile } from '../job/outside/rehearse-file';
import { MATERIALS, type Process, TOOLS } from '../machine';
import type { Rehearsal } from '../rehearse';
import {
  type Region,
  alongLine,
  areaWithin,
  besideRim,
  common,
  grown,
  holds,
  minus,
  placeIn,
  polygonsOf,
  together,
} from './jsts';

/** Sheets of random drawings, and what another library says comes out of them. */
export const SHEET_KINDS = [
  'grid',
  'stencil',
  'scene',
  'nest',
  'near parts',
  'doubles',
  'open lines',
] as const;
export type SheetKind = (typeof SHEET_KINDS)[number];

/** A drawn contour: places of a polygon or of a line, or a circle. */
type Drawn =
  | { form: 'loop'; places: Point[] }
  | { form: 'line'; places: Point[] }
  | { form: 'circle'; x: number; y: number; radius: number };

export interface Sheet {
  kind: SheetKind;
  process: Process;
  /** How wide the tool is. */
  width: number;
  drawn: Drawn[];
  svg: string;
}

type Random = () => number;

/** A generator whose numbers are the same on every machine: Park and Miller's, "Random number generators: good ones are hard to find", 1988. */
export function randomFrom(seed: number): Random {
  let state = (seed * 7919 + 17) % 2147483647;
  return () => (state = (state * 16807) % 2147483647) / 2147483647;
}

const UNITS = [
  ['mm', 1],
  ['cm', 10],
  ['in', 25.4],
  ['pt', 25.4 / 72],
] as const;
const WIDTHS: Record<Process, number> = { laser: 0.2, vinyl: 0, plasma: 1.5, router: 3.175 };

/** A sheet of a kind, from a seed. */
export function sheetOf(kind: SheetKind, seed: number): Sheet {
  const random = randomFrom(seed);
  const process = (['laser', 'plasma', 'router', 'vinyl'] as const)[Math.floor(4 * random())];
  const width = WIDTHS[process];
  const angle = random() < 0.3 ? 0 : 2 * Math.PI * random();
  const plain = DRAWN[kind](random, Math.max(width, 0.2));
  const drawn = plain.map((one) => turned(one, angle));
  const [unit, size] = UNITS[Math.floor(UNITS.length * random())];
  return { kind, process, width, drawn, svg: svgOf(drawn, unit, size) };
}

const between = (random: Random, low: number, high: number) => low + (high - low) * random();
const rectangle = (x: number, y: number, w: number, h: number): Drawn => ({
  form: 'loop',
  places: [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
  ],
});
const circle = (x: number, y: number, radius: number): Drawn => ({ form: 'circle', x, y, radius });
const line = (...places: [x: number, y: number][]): Drawn => ({
  form: 'line',
  places: places.map(([x, y]) => ({ x, y })),
});
/** A star-shaped polygon of some corners. */
function polygon(random: Random, x: number, y: number, radius: number): Drawn {
  const corners = 3 + Math.floor(5 * random());
  const begin = 2 * Math.PI * random();
  return {
    form: 'loop',
    places: Array.from({ length: corners }, (_, k) => {
      const far = radius * between(random, 0.75, 1);
      const at = begin + (2 * Math.PI * (k + between(random, 0, 0.3))) / corners;
      return { x: x + far * Math.cos(at), y: y + far * Math.sin(at) };
    }),
  };
}
const blob = (random: Random, x: number, y: number, radius: number): Drawn =>
  random() < 0.5 ? circle(x, y, radius) : polygon(random, x, y, radius);

const DRAWN: Record<SheetKind, (random: Random, width: number) => Drawn[]> = {
  grid(random) {
    const [across, down] = [2 + Math.floor(4 * random()), 2 + Math.floor(4 * random())];
    const cell = between(random, 12, 30);
    const [wide, high] = [(across - 1) * cell, (down - 1) * cell];
    const out = between(random, 1, 8);
    return [
      ...Array.from({ length: across }, (_, k) => line([k * cell, -out], [k * cell, high + out])),
      ...Array.from({ length: down }, (_, k) => line([-out, k * cell], [wide + out, k * cell])),
    ];
  },
  stencil(random) {
    const many = 1 + Math.floor(4 * random());
    const holes = Array.from({ length: many }, (_, k) => {
      const radius = between(random, 12, 18);
      const middle = { x: 25 + 50 * k, y: 30 };
      const island =
        random() < 0.6 ? [blob(random, middle.x, middle.y, radius * between(random, 0.2, 0.4))] : [];
      return [blob(random, middle.x, middle.y, radius), ...island];
    });
    return [rectangle(0, 0, 50 * many, 60), ...holes.flat()];
  },
  scene(random) {
    return Array.from({ length: 2 + Math.floor(4 * random()) }, () =>
      blob(random, between(random, 0, 90), between(random, 0, 60), between(random, 10, 24)),
    );
  },
  nest(random) {
    const isRound = random() < 0.5;
    const rims = [70];
    while (rims.length < 6 && rims[rims.length - 1] > 18)
      rims.push(rims[rims.length - 1] - between(random, 3, 14));
    return rims.map((far) => (isRound ? circle(0, 0, far) : rectangle(-far, -0.8 * far, 2 * far, 1.6 * far)));
  },
  'near parts'(random, width) {
    const [across, down] = [1 + Math.floor(4 * random()), 1 + Math.floor(3 * random())];
    const gap = width * between(random, 0.55, 2.5);
    const side = between(random, 20, 40);
    return Array.from({ length: across * down }, (_, k) => {
      const [x, y] = [(k % across) * (side + gap), Math.floor(k / across) * (side + gap)];
      return random() < 0.5 ? rectangle(x, y, side, side) : circle(x + side / 2, y + side / 2, side / 2);
    });
  },
  doubles(random, width) {
    const shape = blob(random, 0, 0, between(random, 15, 30));
    const times = 1 + Math.floor(3 * random());
    const shift = random() < 0.5 ? 0 : width * between(random, 0.05, 0.3);
    const beside = random() < 0.5 ? [rectangle(60, -20, 30, 40), rectangle(90, -10, 20, 20)] : [];
    return [shape, ...Array.from({ length: times }, () => moved(shape, shift)), ...beside];
  },
  'open lines'(random) {
    const board = rectangle(0, 0, 100, 80);
    const slits = Array.from({ length: 1 + Math.floor(4 * random()) }, (_, k) => {
      const y = 10 + 15 * k;
      const [from, to] = [between(random, -10, 40), between(random, 55, 112)];
      return line([from, y], [to, y + between(random, -4, 4)]);
    });
    const hole = random() < 0.5 ? [circle(50, 74, 3)] : [];
    return [board, ...hole, ...slits];
  },
};

const moved = (one: Drawn, by: number): Drawn => mapped(one, ({ x, y }) => ({ x: x + by, y }));
const turned = (one: Drawn, angle: number): Drawn => {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return mapped(one, ({ x, y }) => ({ x: 150 + cos * x - sin * y, y: 150 + sin * x + cos * y }));
};
const mapped = (one: Drawn, to: (place: Point) => Point): Drawn =>
  one.form === 'circle' ? { ...one, ...to(one) } : { ...one, places: one.places.map(to) };

/** The drawing as a file, in some unit. */
function svgOf(drawn: readonly Drawn[], unit: string, size: number): string {
  const at = ({ x, y }: Point) => `${x / size} ${y / size}`;
  const data = (one: Drawn) => {
    if (one.form !== 'circle') return `M${one.places.map(at).join('L')}${one.form === 'loop' ? 'Z' : ''}`;
    const r = one.radius / size;
    const [left, right] = [
      { x: one.x - one.radius, y: one.y },
      { x: one.x + one.radius, y: one.y },
    ].map(at);
    return `M${left}A${r} ${r} 0 0 0 ${right}A${r} ${r} 0 0 0 ${left}Z`;
  };
  const side = 400 / size;
  const paths = drawn.map((one) => `<path fill="none" stroke="#000" stroke-width=".01" d="${data(one)}"/>`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${side}${unit}" height="${side}${unit}" viewBox="0 0 ${side} ${side}">${paths.join('')}</svg>`;
}

const CHORDS = 240;
/** Rims that lie on one another are told apart by more than the library rounds to. */
const ROUNDED = 2e-4;
const placesOf = (one: Drawn): Point[] =>
  one.form === 'circle'
    ? Array.from({ length: CHORDS }, (_, k) => {
        const angle = (2 * Math.PI * k) / CHORDS;
        return { x: one.x + one.radius * Math.cos(angle), y: one.y + one.radius * Math.sin(angle) };
      })
    : one.places;

/** Everything that the other library says. */
export interface Judged {
  parts: number[];
  standing: number;
  /** Numbers of what is drawn that is cut while loose, in an order. */
  loose: number[];
  /** Of those that are not: from which so little is left to be taken that either may be said. */
  doubtful: number[];
}

/** Nothing is as wide as this; a tool without a width is as wide as what it closes. */
const KNIFE = 0.01;
/** Around everything, so that the sheet's frame holds. */
const FRAME = areaWithin([
  { x: -500, y: -500 },
  { x: 900, y: -500 },
  { x: 900, y: 900 },
  { x: -500, y: 900 },
]);

/** What comes out of a sheet by another library, cut in an order; undefined where nobody could say which side is meant. */
export function judged({ drawn, width }: Sheet, order: readonly number[]): Judged | undefined {
  const wide = Math.max(width, KNIFE);
  const areas = drawn.map((one) => (one.form === 'line' ? undefined : areaWithin(placesOf(one))));
  const isIn = (a: number, b: number): boolean => {
    const [inner, outer] = [areas[a], areas[b]];
    return (
      a !== b &&
      !!inner &&
      !!outer &&
      outer.getArea() > inner.getArea() * 1.001 &&
      minus(inner, outer).getArea() < 1e-6
    );
  };
  const around = drawn.map((_, k) => drawn.flatMap((__, n) => (isIn(k, n) ? [n] : [])));
  // Where loops around one cross each other, it lies in both or in neither.
  if (around.some((all) => all.some((a) => all.some((b) => a !== b && !isIn(a, b) && !isIn(b, a)))))
    return undefined;
  const depth = around.map((all) => all.length);
  const regions = drawn.map((one, k): Region => {
    const area = areas[k];
    if (!area) return alongLine(placesOf(one), wide);
    const isPart = depth[k] % 2 === 0;
    if (width === 0) return alongLine([...placesOf(one), placesOf(one)[0]], wide);
    return besideRim(area, width, isPart);
  });
  const left = polygonsOf(minus(FRAME, together(regions)));
  const depthAt = (place: Point) =>
    Math.max(-1, ...areas.flatMap((area, k) => (area && holds(area, place) ? [depth[k]] : [])));
  const hasLoops = areas.some((area) => area);
  const parts = left
    .filter((piece) => piece.getEnvelopeInternal().getMinX() > -499)
    .filter((piece) => {
      const own = depthAt(placeIn(piece));
      return own < 0 ? !hasLoops : own % 2 === 0;
    })
    .filter((piece) => (2 * piece.getArea()) / piece.getExteriorRing().getLength() > DUST)
    .map((piece) => piece.getArea());
  const standing = areas.reduce((sum, area, k) => {
    if (!area || width === 0) return sum;
    const isPart = depth[k] % 2 === 0;
    const missed = isPart
      ? minus(grown(grown(area, width / 2), -width / 2), grown(area, ROUNDED))
      : minus(area, grown(grown(area, -width / 2), width / 2 + ROUNDED));
    return (
      sum +
      polygonsOf(minus(missed, together(regions))).reduce(
        (all, piece) => all + (piece.getArea() > 0.01 ? piece.getArea() : 0),
        0,
      )
    );
  }, 0);
  return {
    parts: parts.sort((a, b) => b - a),
    standing,
    ...looseIn(drawn, regions, around, order, wide),
  };
}

/** What is cut where no material hangs on the frame any more. */
function looseIn(
  drawn: readonly Drawn[],
  regions: readonly Region[],
  around: readonly number[][],
  order: readonly number[],
  width: number,
): Pick<Judged, 'loose' | 'doubtful'> {
  const found: number[] = [];
  const doubtful: number[] = [];
  order.forEach((k, n) => {
    const before = together(order.slice(0, n).map((other) => regions[other]));
    const loose = polygonsOf(minus(FRAME, before)).filter(
      (piece) => piece.getEnvelopeInternal().getMinX() > -499,
    );
    if (loose.length === 0) return;
    const own = minus(regions[k], before);
    const isLine = drawn[k].form === 'line';
    const isWithin = isLine || around[k].some((other) => order.indexOf(other) < n);
    if (!isWithin) return;
    const worked = loose.flatMap((piece) => polygonsOf(common(own, piece)));
    const isWorked = worked.some((piece) => {
      return (
        (2 * piece.getArea()) / piece.getExteriorRing().getLength() > (isLine ? 0.75 : 0.05) * width &&
        piece.getArea() > (isLine ? 2 : 0.1) * width * width
      );
    });
    if (isWorked) found.push(k);
    else if (!isLine && own.getArea() < SPENT * regions[k].getArea()) doubtful.push(k);
  });
  return { loose: found, doubtful };
}

/** What the rehearsal of a sheet's file says, with numbers of what is drawn. */
export function rehearsedSheet(sheet: Sheet, order?: readonly number[]): Rehearsal {
  const material = MATERIALS.find((one) => one.process === sheet.process) ?? MATERIALS[0];
  const tool = TOOLS.find((one) => one.process === sheet.process) ?? TOOLS[0];
  const bytes = new TextEncoder().encode(sheet.svg);
  const setUp = { material, tool };
  if (!order) return rehearsedFile(bytes, 'sheet.svg', setUp).rehearsal;
  const { tracks, cuts } = rehearsedFile(bytes, 'sheet.svg', setUp).rehearsal;
  const trackOf = new Map(tracks.map(({ cut }, k) => [cuts[cut].drawn, k]));
  const asked = order.flatMap((drawn) => trackOf.get(drawn) ?? []);
  return rehearsedFile(bytes, 'sheet.svg', { ...setUp, order: asked }).rehearsal;
}

/** Less than this share of what a cut would take is all but nothing. */
const SPENT = 0.05;
/** What is thinner than this on the average is dust, in millimetres. */
const DUST = 0.05;
/** Within so much of their rims parts are as large. */
const AT_RIM = 0.02;

/** A random sheet by both: what they do not agree in; undefined where they agree, `null` where nobody could say what is meant. */
export function disagreement(kind: SheetKind, seed: number): string | undefined | null {
  const sheet = sheetOf(kind, seed);
  const random = randomFrom(7 * seed + 3);
  const order = sheet.drawn
    .map((_, n) => [random(), n])
    .sort((a, b) => a[0] - b[0])
    .map(([, n]) => n);
  const known = judged(sheet, order);
  if (!known) return null;
  const { parts, standing, remains, seen } = rehearsedSheet(sheet, order);
  // What is about as large as a crumb is one to this or that.
  const least = Math.max(0.01, 1.05 * remains.width ** 2);
  const came = parts
    .filter(({ freedAt, area }) => freedAt !== null && area > least)
    .sort((a, b) => b.area - a.area);
  const wanted = known.parts.filter((area) => area > least);
  const told = `${came.map(({ area }) => area).join()} for ${wanted.join()}, ${sheet.process}: ${sheet.svg}`;
  if (came.length !== wanted.length) return `${came.length} parts: ${told}`;
  const isOff = ({ contours, area }: (typeof came)[number], n: number) =>
    Math.abs(area - wanted[n]) > AT_RIM * contours.reduce((sum, contour) => sum + contourLength(contour), 0);
  if (came.some(isOff)) return `areas: ${told}`;
  const left = standing.reduce((sum, { area }) => sum + area, 0);
  if (Math.abs(left - known.standing) > 0.05 + 0.02 * known.standing)
    return `${left} mm² stand for ${known.standing}, ${sheet.process}: ${sheet.svg}`;
  const late = seen.find((one) => one.kind === 'cut-after-free')?.count ?? 0;
  return late >= known.loose.length && late <= known.loose.length + known.doubtful.length
    ? undefined
    : `${late} cut loose for ${known.loose.join()} in ${order.join()}, ${sheet.process}: ${sheet.svg}`;
}
