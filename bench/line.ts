import {
  type ColourPicture,
  type ContourSet,
  type GreyPicture,
  automaticTones,
  findRowChanges,
  followRims,
  histogram,
  makeCentrelines,
  makeLine,
  newJob,
  newMemory,
  startRun,
  pictureResult,
  toGrey,
} from '@drelk/core';
import type { Cv } from '../packages/core/src/testing/opencv';
import { coloured } from '../packages/core/src/testing/pictures';
import { texture } from '../packages/core/src/testing/textures';
import { context, median, now } from './measure';
import { opencvPolygons, opencvSkeleton } from './opencv';
import { lineArt, noise, twoTone } from './pictures';

const MEGAPIXELS = 12;
const RUNS = 5;
/** Runs before those that count, until the engine has compiled what is hot. */
const WARMING = 5;
const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

/** Line by itself beside what the WebAssembly library does of it, turn and turn about, both warmed. */
export function lineRows(cv: Cv): Record<string, Record<string, string>> {
  const areas = twoTone(MEGAPIXELS);
  const strokes = lineArt(MEGAPIXELS);
  const polygons = () => opencvPolygons(cv, areas, now).milliseconds;
  return {
    'grey, contours, nesting': compared(areas, contoursOf, polygons),
    'through corners, fitting, refinement': compared(areas, outlinesOf, polygons),
    'busy texture, 1.1 MP, Line alone': compared(
      busy(),
      lineOf,
      (picture) => opencvPolygons(cv, picture, now).milliseconds,
    ),
    'centrelines of line art': compared(strokes, centrelinesOf, () => opencvSkeleton(cv, strokes, now)),
  };
}

/** Both begin with the picture just written, as after decoding. */
function compared(
  picture: ColourPicture,
  ours: (picture: ColourPicture) => number | { points: number; milliseconds: number },
  theirs: (picture: ColourPicture) => number,
): Record<string, string> {
  const [mine, other]: [number[], number[]] = [[], []];
  const copy = { ...picture, data: picture.data.slice() };
  let points = 0;
  for (let k = -WARMING; k < RUNS; k++) {
    copy.data.set(picture.data);
    const begun = now();
    const done = ours(copy);
    const taken = typeof done === 'number' ? now() - begun : done.milliseconds;
    points = typeof done === 'number' ? done : done.points;
    const reference = theirs(picture);
    if (k < 0) continue;
    mine.push(taken);
    other.push(reference);
  }
  return {
    points: `${points}`,
    ours: `${median(mine).toFixed(0)} ms`,
    reference: `${median(other).toFixed(0)} ms`,
    ratio: (median(mine) / median(other)).toFixed(2),
  };
}

interface Traced {
  grey: GreyPicture;
  level: number;
  contours: ContourSet;
}

function trace(picture: ColourPicture): Traced {
  const grey = toGrey(picture, context);
  const { level } = automaticTones(histogram(grey));
  return {
    grey,
    level,
    contours: followRims({ grey, level, changes: findRowChanges(grey, level) }, context),
  };
}

const contoursOf = (picture: ColourPicture) => trace(picture).contours.points.length / 2;

function outlinesOf(picture: ColourPicture): number {
  const { contours } = trace(picture);
  return makeLine(contours, settings, context).nodesAfter;
}

/** Line without what comes before it: nodes, and how long that took. */
function lineOf(picture: ColourPicture): { points: number; milliseconds: number } {
  const { contours } = trace(picture);
  const begun = now();
  const { nodesAfter } = makeLine(contours, settings, context);
  return { points: nodesAfter, milliseconds: now() - begun };
}

/** Ink at many scales at once, as in a photograph of leaves. */
const busy = () => coloured(texture(1280, 860, 5, 0.72, 128));

function centrelinesOf(picture: ColourPicture): number {
  const { grey, level, contours } = trace(picture);
  return makeCentrelines({ grey, level }, contours, { ...settings, solid: null }, context).nodesAfter;
}

/** A picture of nothing but grain, parted at the middle tone: how long until that is said, and how soon it can be stopped. */
export function noiseRow(): Record<string, Record<string, string>> {
  const picture = noise(3);
  const { width, height } = picture;
  const source = { blob: '', name: 'grain.png', kind: 'png', width, height, density: 300, notes: [] };
  const job = newJob(source);
  const document = { ...job, ink: { ...job.ink, by: 'tone' as const, threshold: 128 } };
  let looked = now();
  let longest = 0;
  const watching = {
    ...context,
    stopped: () => {
      longest = Math.max(longest, now() - looked);
      looked = now();
      return false;
    },
  };
  const begun = now();
  let said = 'paths were made';
  const { refused } = startRun(
    { document, source: { key: 'grain', picture, reduction: 1 } },
    newMemory(),
    watching,
  ).take(pictureResult).artwork.traced.line;
  if (refused) said = `${refused.message} ${refused.hint}`;
  return {
    'pure noise, 3 MP': {
      'until it is said': `${(now() - begun).toFixed(0)} ms`,
      'longest between looks whether to stop': `${longest.toFixed(0)} ms`,
      'what is said': said,
    },
  };
}
