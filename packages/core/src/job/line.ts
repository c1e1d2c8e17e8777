import type { Context } from '../context';
import type { DrawingPlate } from '../format';
import {
  NO_PLATE,
  type TakenMap,
  mapOfBands,
  mapOfInk,
  mapOfPlates,
  plateSheets,
  within,
  withoutSpecks,
} from '../ink';
import {
  type ContourSet,
  type LineResult,
  type LineSettings,
  makeCentrelines,
  makeLine,
  makePlateLines,
  refusalOf,
  refusedLine,
  resultOf,
  traceContours,
} from '../line';
import { edgeBlur, findRowChanges } from '../raster';
import type { LineDocument } from './document';
import type { InkResult } from './ink';
import type { RunStep } from './memory';

/** Tones made of crossings have their contour at half way. */
const HALF = 127.5;

/** Line: paths by the document's method, in pixels of the picture computed on. */
export function runLine(
  document: LineDocument,
  tolerance: number,
  reduction: number,
  from: { ink: { key: string; value: InkResult }; contours: { key: string; value: ContourSet } },
  step: RunStep,
  context: Context,
): { key: string; value: LineResult } {
  const { ink, contours } = from;
  const { grey } = ink.value.ink;
  const refused = refusalOf(contours.value, grey);
  if (refused) {
    return step('line', 'line', `${contours.key} refused`, () => refusedLine(contours.value, refused));
  }
  const settings: LineSettings = {
    blur: edgeBlur(grey).sigma,
    tolerance,
    smoothness: document.smoothness / reduction,
    corners: document.corners,
    drop: document.drop / reduction ** 2,
  };
  if (document.method === 'outline') {
    return step('line', 'line', `${contours.key} ${JSON.stringify(settings)}`, () =>
      makeLine(contours.value, settings, context),
    );
  }
  if (document.method === 'centreline') {
    const solid = document.solid === null ? null : document.solid / reduction;
    return step('line', 'line', `${contours.key} centreline ${JSON.stringify([settings, solid])}`, () =>
      makeCentrelines(ink.value.ink, contours.value, { ...settings, solid }, context),
    );
  }
  const map = step('line', 'map', `${ink.key} ${settings.drop}`, () => mapOf(ink.value, settings.drop));
  const { neighbours } = document;
  const reach = neighbours === 'stacked' ? Infinity : document.overlap / reduction;
  return step('line', 'line', `${map.key} ${JSON.stringify([settings, neighbours, reach])}`, () =>
    neighbours === 'shared'
      ? makePlateLines(map.value, map.value.borderAt, contours.value, settings, context)
      : overlapping(map.value, reach, settings, context),
  );
}

/** Which plate each pixel is of, by whatever Ink took the picture apart with; small areas go to their neighbours. */
function mapOf({ taken, plates, bands, separated, toned, settings, ink }: InkResult, drop: number): TakenMap {
  const map =
    taken && plates
      ? mapOfPlates(taken, plates)
      : bands
        ? mapOfBands(toned.grey, bands, separated.lightOnDark)
        : mapOfInk(ink);
  return withoutSpecks(within(map, ink), Math.max(drop, settings.clean.specks));
}

/** Plates that reach under one another, each traced by itself. */
function overlapping(map: TakenMap, reach: number, settings: LineSettings, context: Context): LineResult {
  const plates = [...new Set(map.labels)].filter((label) => label !== NO_PLATE).sort((a, b) => a - b);
  const results = plateSheets(map, plates, reach, context).map((grey) => {
    const around = traceContours(grey, HALF, findRowChanges(grey, HALF, context), context);
    return makeLine(around, settings, context);
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

/** Names and colours of the plates that shapes refer to by number. */
export function platesOf({ plates, bands }: InkResult): DrawingPlate[] {
  if (plates) return plates.map(({ name, shown }) => ({ name, colour: shown }));
  if (!bands) return [];
  return Array.from({ length: bands.length + 1 }, (_, k) => {
    const tone = Math.round((255 * (k + 0.5)) / (bands.length + 1));
    return { name: `band ${k + 1}`, colour: `#${tone.toString(16).padStart(2, '0').repeat(3)}` };
  });
}

/** Those of which the ink is made, where it is followed plate by plate. */
export const wantedPlates = ({ method }: LineDocument, { plates = [] }: InkResult): DrawingPlate[] =>
  method === 'plates'
    ? plates.filter(({ ink }) => ink).map(({ name, shown }) => ({ name, colour: shown }))
    : [];
