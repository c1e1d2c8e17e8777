import type { DrawingPlate } from '../../format';
import { type Box, boxOfPoints } from '../../geometry';
import {
  type Kind,
  NO_PLATE,
  PHOTO_PIXELS,
  growsInk,
  type TakenMap,
  mapOfBands,
  mapOfInk,
  mapOfPlates,
  plateSheets,
  within,
  withoutSpecks,
} from '../../ink';
import {
  type LineResult,
  type LineSettings,
  atLeastUnsure,
  followRims,
  makeCentrelines,
  makeLine,
  makePlateLines,
  refusalOf,
  refusedLine,
  resultOf,
  traceContours,
} from '../../line';
import { SCREEN_PIXEL, scaleFor } from '../../piece';
import { edgeBlur, findRowChanges } from '../../raster';
import { followed } from '../../settings';
import type { Context } from '../../context';
import { LINE } from '../document/document';
import { choice, figure, gathered, partOf, setting, work } from '../graph';
import { clean, ink, kind, separated, takenApart, toned } from './ink';
import { dots, size } from './look';
import { plan } from './square';

/** Share of a source pixel that paths may be off until a length is given. */
const DEFAULT_TOLERANCE = 1 / 3;
/** And the least that may be asked for. */
const LEAST_TOLERANCE = 0.05;
const FIGURES = {
  smoothness: LINE.smoothness,
  corners: LINE.corners,
  drop: LINE.drop,
  solid: LINE.solid,
  overlap: LINE.overlap,
};
/** Tones made of crossings have their contour at half way. */
const HALF = 127.5;

/** Share of the spacing of dots by which a rim made of them may be off. */
const UNSURE_OF_DOTS = 0.3;

/** The ink's contours, on their way to paths. */
const found = work('contours found', { part: 'contours', cost: 120 }, { ink }, (reads, context) =>
  followRims(reads.ink, context),
);
const foundInDots = gathered('contours found in dots', { found, dots, size }, (reads) =>
  atLeastUnsure(reads.found, (UNSURE_OF_DOTS * (reads.dots?.spacing ?? 0)) / reads.size.reduction),
);
export const contours = choice('contours', { dots }, [found, foundInDots], (reads) =>
  reads.dots ? foundInDots : found,
);

/** The size of the squared-up picture, and its frame. */
export const frame = partOf(plan, 'frame', ({ width, height }): Box => ({
  left: 0,
  top: 0,
  right: width,
  bottom: height,
}));
const inkBox = figure('ink box', { contours }, ({ contours: { points } }) =>
  points.length > 0 ? boxOfPoints(points) : null,
);

/** What is known of the true size before anything is asked for. */
export const known = figure('known scale', { plan, size }, (reads) => {
  const { from, millimetresPerPixel } = reads.plan.scale;
  return { from, millimetresPerPixel: millimetresPerPixel ?? SCREEN_PIXEL * reads.size.reduction };
});
export const length = setting('piece.length', ({ piece: { by, edge, length: asked } }) => ({
  by,
  edge,
  length: asked,
}));

/** How large a pixel of the picture becomes, decided before there are paths. */
export const pictureScale = figure('picture scale', { length, frame, inkBox, known }, (reads) =>
  scaleFor(reads.length, reads.frame, reads.inkBox ?? undefined, reads.known),
);

const askedTolerance = setting('line.tolerance', (document) => document.line.tolerance);
const usualTolerance = figure('usual tolerance', { kind, size }, (reads) =>
  toleranceOf(reads.kind, reads.size),
);
const typedTolerance = figure('tolerance as set', { askedTolerance, pictureScale }, (reads) =>
  Math.max(LEAST_TOLERANCE, (reads.askedTolerance ?? 0) / reads.pictureScale.millimetresPerPixel),
);
/** Largest distance allowed between paths and rims, in pixels of the picture computed on. */
export const tolerance = choice('tolerance', { askedTolerance }, [usualTolerance, typedTolerance], (reads) =>
  reads.askedTolerance === null ? usualTolerance : typedTolerance,
);

const figures = setting('line.figures', ({ line: { smoothness, corners, drop, solid, overlap } }) => ({
  smoothness,
  corners,
  drop,
  solid,
  overlap,
}));
const here = figure('figures of line here', { figures, size }, (reads) =>
  followed(FIGURES, reads.figures, { place: (places) => [...places], scale: 1 / reads.size.reduction }),
);
const neighbours = setting('line.neighbours', (document) => document.line.neighbours);
const method = setting('line.method', (document) => document.line.method);

const regular = setting('line.regular', (document) => document.line.regular);

const blur = work('edge blur', { part: 'line', cost: 5 }, { ink }, (reads) => edgeBlur(reads.ink.grey).sigma);
const settings = figure(
  'line settings',
  { blur, tolerance, askedTolerance, here, regular },
  ({ blur, tolerance, askedTolerance, regular, here: { smoothness, corners, drop } }): LineSettings => ({
    isAsked: askedTolerance !== null,
    regular,
    blur,
    tolerance,
    smoothness,
    corners,
    drop,
  }),
);

const outlines = work('outlines', { part: 'line', cost: 400 }, { contours, settings }, (reads, context) =>
  makeLine(reads.contours, reads.settings, context),
);

const solidWidth = partOf(here, 'solid width', ({ solid }) => solid);
const centrelines = work(
  'centrelines',
  { part: 'line', cost: 600 },
  { ink, contours, settings, solidWidth },
  (reads, context) =>
    makeCentrelines(reads.ink, reads.contours, { ...reads.settings, solid: reads.solidWidth }, context),
);

const leastSpeck = figure('least speck', { settings, clean }, (reads) =>
  Math.max(reads.settings.drop, reads.clean.specks),
);
/** Which plate each pixel is of, by whatever Ink took the picture apart with; small areas go to their neighbours. */
const map = work(
  'map of plates',
  { part: 'line', cost: 200 },
  { takenApart, separated, toned, ink, clean, leastSpeck },
  (reads): TakenMap => {
    const { taken, plates, bands } = reads.takenApart;
    const own =
      taken && plates
        ? mapOfPlates(taken, plates)
        : bands
          ? mapOfBands(reads.toned.grey, bands, reads.separated.lightOnDark)
          : mapOfInk(reads.ink);
    return withoutSpecks(within(own, reads.ink, growsInk(reads.clean)), reads.leastSpeck);
  },
);
const sharedBorders = work(
  'shared borders',
  { part: 'line', cost: 600 },
  { map, contours, settings },
  (reads, context) => makePlateLines(reads.map, reads.map.borderAt, reads.contours, reads.settings, context),
);
const reach = partOf(here, 'reach under neighbours', ({ overlap }) => overlap);
const overlapped = work(
  'overlapping plates',
  { part: 'line', cost: 600 },
  { map, reach, settings },
  (reads, context) => overlapping(reads.map, reads.reach, reads.settings, context),
);
const stacked = work('stacked plates', { part: 'line', cost: 600 }, { map, settings }, (reads, context) =>
  overlapping(reads.map, Infinity, reads.settings, context),
);
const PLATES = { shared: sharedBorders, overlap: overlapped, stacked } as const;
const plateLines = choice(
  'lines of plates',
  { neighbours },
  [sharedBorders, overlapped, stacked],
  (reads) => PLATES[reads.neighbours],
);

/** Why no paths are made of contours as dense as grain. */
const refusal = gathered('refusal', { contours, ink }, (reads) => refusalOf(reads.contours, reads.ink.grey));
const refusedLines = gathered('refused', { contours, refusal }, (reads): LineResult => {
  if (!reads.refusal) throw new Error('Nothing was refused.');
  return refusedLine(reads.contours, reads.refusal);
});

const METHODS = { outline: outlines, centreline: centrelines, plates: plateLines } as const;
/** Paths by the document's method, in pixels of the picture computed on. */
export const line = choice(
  'line',
  { refusal, method },
  [outlines, centrelines, plateLines, refusedLines],
  (reads) => (reads.refusal ? refusedLines : METHODS[reads.method]),
);

/** Names and colours of the plates that shapes refer to by number. */
export const inkPlates = figure('plates of the ink', { takenApart }, ({ takenApart: { plates, bands } }) => {
  if (plates) return plates.map(({ name, shown }): DrawingPlate => ({ name, colour: shown }));
  if (!bands) return [];
  return Array.from({ length: bands.length + 1 }, (_, k): DrawingPlate => {
    const tone = Math.round((255 * (k + 0.5)) / (bands.length + 1));
    return { name: `band ${k + 1}`, colour: `#${tone.toString(16).padStart(2, '0').repeat(3)}` };
  });
});

/** Those of which the ink is made, where it is followed plate by plate. */
export const wantedPlates = figure('plates wanted', { method, takenApart }, (reads) => {
  const { plates = [] } = reads.takenApart;
  return reads.method === 'plates'
    ? plates.filter((plate) => plate.ink).map(({ name, shown }): DrawingPlate => ({ name, colour: shown }))
    : [];
});

/**
 * How closely paths follow the ink where nobody asked for more, in pixels of the picture computed on. What a large photo shows
 * between its pixels is grain and blur: it is followed as closely as a smaller picture of the same would be.
 */
function toleranceOf(
  pictureKind: Kind,
  { width, height, reduction }: { width: number; height: number; reduction: number },
): number {
  const pixels = width * height * reduction ** 2;
  const coarser = pictureKind === 'photo' ? Math.sqrt(Math.max(1, pixels / PHOTO_PIXELS)) : 1;
  return DEFAULT_TOLERANCE * Math.max(1, coarser / reduction);
}

/** Plates that reach under one another, each traced by itself. */
function overlapping(
  taken: TakenMap,
  under: number,
  lineSettings: LineSettings,
  context: Context,
): LineResult {
  const plates = [...new Set(taken.labels)].filter((label) => label !== NO_PLATE).sort((a, b) => a - b);
  const results = plateSheets(taken, plates, under, context).map((grey) => {
    const around = traceContours(grey, HALF, findRowChanges(grey, HALF, context), context);
    return makeLine(around, lineSettings, context);
  });
  const shapes = results.flatMap((result, k) =>
    result.shapes.map((shape) => ({ ...shape, plate: plates[k] })),
  );
  const sum = (of: (result: LineResult) => number) =>
    results.reduce((total, result) => total + of(result), 0);
  return resultOf(
    shapes,
    {
      // Overlaps would count as paper if all were compared at once.
      rims: results.flatMap(({ rims }, k) => rims.map(({ rim }) => ({ rim, plate: plates[k] }))),
      off: results.reduce((most, { off }) => Math.max(most, off), 0),
    },
    sum((result) => result.nodesBefore),
    sum((result) => result.dropped),
  );
}
