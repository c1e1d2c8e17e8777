import {
  type ColourPicture,
  type Contour,
  type PictureResult,
  type Point,
  contoursOf,
  distanceToChords,
  distancesBetween,
  findCrossings,
  indexChords,
  nestContours,
  newJob,
  newMemory,
  startRun,
  nodeCount,
  pictureResult,
  signedArea,
} from '@drelk/core';
import { context } from '../measure';
import { type TrueShape, LEAST_TURN, drawShape, placedIn, trueCorners, turnsOf } from './true-shape';

/** A found corner and a true one are the same within this many pixels. */
const SAME_CORNER = 1.5;
/** Shapes smaller than this, in square pixels, may be lost to noise. */
const LEAST_AREA = 4;
const STEP = 1;
const FLATNESS_PX = 0.004;

/** What one shape came back as. */
export interface Score {
  shape: TrueShape;
  /** Distances of contour points, and of places on the fitted curves and the truth, both ways. */
  contour: Float64Array;
  fitted: Float64Array;
  nodes: number;
  corners: { right: number; found: number; asked: number; seen: number };
  circles: { centre: number; radius: number }[];
  /** Outlines and holes are as many as they should be. */
  topology: boolean;
  /** Places where contours cross themselves or each other, and contours that do not close. */
  crossings: number;
  open: number;
}

export type Spoil = (picture: ColourPicture) => Promise<ColourPicture>;

/** Draws a shape, traces it with nothing touched, and measures what came back. */
export async function scoreShape(shape: TrueShape, size: number, spoil?: Spoil): Promise<Score> {
  const truth = placedIn(shape, size);
  const drawn = await drawShape(truth, size);
  const result = trace(spoil ? await spoil(drawn) : drawn);
  const found = contoursOf(result.artwork.traced.line.shapes);
  const chords = indexChords(truth.contours, FLATNESS_PX);
  const { points } = result.artwork.traced.contours;
  const contour = Float64Array.from({ length: points.length / 2 }, (_, i) =>
    distanceToChords(chords, points[2 * i], points[2 * i + 1], 0.1),
  );
  const there = distancesBetween(found, truth.contours, STEP, FLATNESS_PX);
  const back = distancesBetween(truth.contours, found, STEP, FLATNESS_PX);
  return {
    shape: truth,
    contour,
    fitted: Float64Array.from([...there, ...back]),
    nodes: found.reduce((sum, one) => sum + nodeCount(one), 0),
    corners: compareCorners(truth.contours, found),
    circles: compareCircles(truth.circles, found),
    topology: shapesOf(truth.contours) === shapesOf(found),
    crossings: findCrossings(found, FLATNESS_PX).length,
    open: found.filter(({ closed }) => !closed).length,
  };
}

/** All stages on a picture, as a new job does them. */
export function trace(picture: ColourPicture): PictureResult {
  const { width, height } = picture;
  const source = { blob: '', name: 'shape.png', kind: 'png', width, height, density: null, notes: [] };
  const document = newJob(source);
  document.ink.kind = 'logo';
  return startRun({ document, source: { key: 'shape', picture, reduction: 1 } }, newMemory(), context).take(
    pictureResult,
  );
}

function compareCorners(truth: readonly Contour[], found: readonly Contour[]) {
  const { asked, unclear } = trueCorners(truth);
  const turns = turnsOf(found).filter(({ turn }) => turn > LEAST_TURN);
  const near = (places: readonly Point[], { x, y }: Point, within: number) =>
    places.some((place) => Math.hypot(place.x - x, place.y - y) < within);
  const judged = turns.filter(
    (turn) => !near(unclear, turn, 2 * SAME_CORNER) || near(asked, turn, SAME_CORNER),
  );
  return {
    right: judged.filter((turn) => near(asked, turn, SAME_CORNER)).length,
    found: judged.length,
    seen: asked.filter((corner) => near(turns, corner, SAME_CORNER)).length,
    asked: asked.length,
  };
}

/** Whole circles come back as two arcs of half a turn. */
function compareCircles(truth: TrueShape['circles'], found: readonly Contour[]) {
  const circles = found.flatMap(({ start, segments }) => {
    const [first] = segments;
    if (segments.length !== 2 || first.kind !== 'arc') return [];
    return [
      {
        x: (start.x + first.x) / 2,
        y: (start.y + first.y) / 2,
        radius: Math.hypot(start.x - first.x, start.y - first.y) / 2,
      },
    ];
  });
  return truth.map(({ x, y, radius }) => {
    const off = circles.map((circle) => ({
      centre: Math.hypot(circle.x - x, circle.y - y),
      radius: Math.abs(circle.radius - radius),
    }));
    return (
      off.sort((a, b) => a.centre + a.radius - b.centre - b.radius)[0] ?? {
        centre: Infinity,
        radius: Infinity,
      }
    );
  });
}

const shapesOf = (contours: readonly Contour[]) => {
  const large = contours.filter((contour) => Math.abs(signedArea(contour)) > LEAST_AREA);
  const shapes = nestContours(large, 0.1);
  return `${shapes.length} ${large.length - shapes.length}`;
};
