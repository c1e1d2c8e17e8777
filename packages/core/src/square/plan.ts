import { DrelkError } from '../error';
import {
  type Homography,
  IDENTITY,
  type Point,
  boxOfPoints,
  composed,
  homographyBetween,
  inverted,
  mapPoint,
  polygonArea,
  scaledAndMoved,
  turned,
} from '../geometry';
import { aspectOf, checkCorners, cornerPoints, sideLengths } from './quadrilateral';
import type { Corners, ScaleSettings, SquareSettings } from './settings';
import { norm } from '../norm';

/** How a source picture becomes a square one: one homography, whatever was turned, flattened and cropped. */
export interface WarpPlan {
  /** Size of the result in pixels. */
  width: number;
  height: number;
  toResult: Homography;
  toSource: Homography;
  /** Corners of a freehand loop in the result's pixels, x, y of each; null without one. */
  loop: Float64Array | null;
  /** True where every result pixel is a source pixel as it is. */
  exact: boolean;
}

/** A plan of warping with what is known of the true size. */
export interface SquarePlan extends WarpPlan {
  /** Millimetres of a result pixel where that is known, and from what. */
  scale: Scale;
}

/** What is known of a picture's true size. */
export interface Scale {
  from: 'file' | 'ruler' | 'rectangle' | 'none';
  millimetresPerPixel: number | null;
  /** Share by which it may be wrong. */
  uncertainty: number;
}

interface Frame {
  width: number;
  height: number;
  toFrame: Homography;
}

/** Smallest side of what is kept, in pixels. */
const LEAST_SIDE = 8;
/** Largest result, in pixels, as a multiple of the source. */
const MOST_GROWTH = 2;
/** How far off a ruler's ends and a sheet's corners are put by hand or by search, in pixels. */
const RULER_ERROR = 0.7;
const CORNER_ERROR = 0.5;
/** A found sheet is cut this much inside its rim, in source pixels, where the ground behind it shines in. */
const RIM = 2.5;

/**
 * Works out what Square up does to a picture of some size, a copy of the source so many times smaller. `corners` are
 * those to flatten by, or null; `density` is the file's, in pixels per inch. Throws `bad-corners`, `bad-length`,
 * `empty-crop`.
 */
export function planSquare(
  picture: { width: number; height: number },
  settings: Omit<SquareSettings, 'flatten'>,
  corners: Corners | null,
  density: number | null,
  reduction = 1,
): SquarePlan {
  const flat = corners
    ? flattened(picture, corners, settings.scale, RIM / reduction)
    : { ...picture, toFrame: IDENTITY, trim: 0 };
  const upright = quarterTurned(fineTurned(flat, settings.angle), settings.turn, settings.mirror);
  const kept = cropTo(upright, settings.crop, flat.trim, Math.max(1, LEAST_SIDE / reduction));
  const cropped = inBounds(kept, picture);
  const shrink = cropped.width / kept.width;
  const { toFrame: toResult, width, height } = cropped;
  return {
    width,
    height,
    toResult,
    toSource: inverted(toResult),
    loop: settings.crop?.kind === 'loop' ? mappedPoints(toResult, settings.crop.points) : null,
    exact: !corners && settings.angle === 0,
    scale: scaleOf(settings.scale, toResult, shrink * flat.width, flat, corners !== null, density),
  };
}

/** The sheet seen straight on, as large as its nearest sides appear. */
function flattened(
  picture: { width: number; height: number },
  corners: Corners,
  scale: ScaleSettings,
  rim: number,
): Frame & { trim: number } {
  checkCorners(corners);
  const points = cornerPoints(corners);
  const aspect = sheetAspect(picture, points, scale);
  const [top, right, bottom, left] = sideLengths(points);
  let width = Math.max(top, bottom, aspect * Math.max(left, right));
  const most = Math.sqrt(MOST_GROWTH * picture.width * picture.height * aspect);
  width = Math.round(Math.max(LEAST_SIDE, Math.min(width, most)));
  const height = Math.max(LEAST_SIDE, Math.round(width / aspect));
  const frame = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: width / aspect },
    { x: 0, y: width / aspect },
  ];
  const toFrame = homographyBetween(points, frame);
  if (!toFrame) throw badCorners();
  return { width, height, toFrame, trim: (rim * width) / Math.max(top, bottom) };
}

const badCorners = () =>
  new DrelkError(
    'bad-corners',
    'Three of the four corners lie on one line.',
    'Put one handle on each corner of the sheet, in order around it.',
  );

/** Width over height of the sheet: as known, the way round that fits what is seen, or as the corners say. */
function sheetAspect(
  picture: { width: number; height: number },
  points: Point[],
  scale: ScaleSettings,
): number {
  const seen = aspectOf(points, picture).aspect;
  if (scale.by !== 'rectangle') return Math.min(20, Math.max(0.05, seen));
  const known = scale.width / scale.height;
  // A typed rectangle is taken as typed; a sheet may lie either way round.
  if (scale.name === 'typed') return known;
  return Math.abs(Math.log(seen / known)) <= Math.abs(Math.log(seen * known)) ? known : 1 / known;
}

function fineTurned<F extends Frame>(frame: F, angle: number): F {
  if (angle === 0) return frame;
  const { width, height } = frame;
  const c = Math.abs(Math.cos(angle));
  const s = Math.abs(Math.sin(angle));
  const wider = Math.max(LEAST_SIDE, Math.round(width * c + height * s));
  const higher = Math.max(LEAST_SIDE, Math.round(width * s + height * c));
  const about = composed(
    scaledAndMoved(1, 1, wider / 2, higher / 2),
    composed(turned(angle), scaledAndMoved(1, 1, -width / 2, -height / 2)),
  );
  return { ...frame, width: wider, height: higher, toFrame: composed(about, frame.toFrame) };
}

function quarterTurned(frame: Frame, turn: SquareSettings['turn'], mirror: boolean): Frame {
  const { width: w, height: h } = frame;
  const quarters: Homography[] = [
    IDENTITY,
    [0, 1, 0, -1, 0, w, 0, 0, 1],
    [-1, 0, w, 0, -1, h, 0, 0, 1],
    [0, -1, h, 1, 0, 0, 0, 0, 1],
  ];
  const width = turn % 2 === 0 ? w : h;
  const height = turn % 2 === 0 ? h : w;
  const reflected: Homography = mirror ? [-1, 0, width, 0, 1, 0, 0, 0, 1] : IDENTITY;
  return { width, height, toFrame: composed(reflected, composed(quarters[turn], frame.toFrame)) };
}

/** What is kept of the frame: everything but a found sheet's rim, or the box around the crop's corners, so large at least. */
function cropTo(frame: Frame, crop: SquareSettings['crop'], trim: number, least: number): Frame {
  const box = { left: trim, top: trim, right: frame.width - trim, bottom: frame.height - trim };
  if (crop) {
    const points = mappedPoints(frame.toFrame, crop.points);
    const around = points.length >= 6 ? boxOfPoints(points) : undefined;
    if (!around || (crop.kind === 'loop' && Math.abs(polygonArea(points)) < least * least)) throw emptyCrop();
    box.left = Math.max(0, around.left);
    box.top = Math.max(0, around.top);
    box.right = Math.min(frame.width, around.right);
    box.bottom = Math.min(frame.height, around.bottom);
  }
  const left = Math.round(box.left);
  const top = Math.round(box.top);
  const width = Math.round(box.right) - left;
  const height = Math.round(box.bottom) - top;
  if (!(width >= least && height >= least)) throw emptyCrop();
  return { width, height, toFrame: composed(scaledAndMoved(1, 1, -left, -top), frame.toFrame) };
}

/** A frame that is many times as large as the source, as a long sheet is whose box stands askew, made smaller. */
function inBounds(frame: Frame, picture: { width: number; height: number }): Frame {
  const shrink = Math.sqrt((MOST_GROWTH * picture.width * picture.height) / (frame.width * frame.height));
  if (shrink >= 1) return frame;
  const [width, height] = [frame.width, frame.height].map((side) =>
    Math.max(LEAST_SIDE, Math.round(side * shrink)),
  );
  return {
    width,
    height,
    toFrame: composed(scaledAndMoved(width / frame.width, height / frame.height, 0, 0), frame.toFrame),
  };
}

const emptyCrop = () =>
  new DrelkError(
    'empty-crop',
    'The crop holds nothing of the picture.',
    `Draw it around what is to be kept, at least ${LEAST_SIDE} pixels each way.`,
  );

function mappedPoints(h: Homography, points: readonly number[]): Float64Array {
  const result = new Float64Array(points.length);
  for (let i = 0; i + 1 < points.length; i += 2) {
    const { x, y } = mapPoint(h, { x: points[i], y: points[i + 1] });
    result[i] = x;
    result[i + 1] = y;
  }
  return result;
}

function scaleOf(
  settings: ScaleSettings,
  toResult: Homography,
  flatWidth: number,
  flat: Frame,
  isFlattened: boolean,
  density: number | null,
): Scale {
  if (settings.by === 'ruler') {
    const from = mapPoint(toResult, { x: settings.from[0], y: settings.from[1] });
    const to = mapPoint(toResult, { x: settings.to[0], y: settings.to[1] });
    const pixels = norm(to.x - from.x, to.y - from.y);
    if (!(settings.length > 0) || !(pixels >= LEAST_SIDE)) {
      throw new DrelkError(
        'bad-length',
        'The two points on the ruler lie too close together.',
        'Put them as far apart as the ruler allows, and give the length between them.',
      );
    }
    return {
      from: 'ruler',
      millimetresPerPixel: settings.length / pixels,
      uncertainty: (Math.SQRT2 * RULER_ERROR) / pixels,
    };
  }
  if (settings.by === 'rectangle' && isFlattened) {
    const wide = flat.width >= flat.height;
    const long = Math.max(settings.width, settings.height);
    const width =
      settings.name === 'typed' ? settings.width : wide ? long : Math.min(settings.width, settings.height);
    return {
      from: 'rectangle',
      millimetresPerPixel: width / flatWidth,
      uncertainty: (Math.SQRT2 * CORNER_ERROR) / flatWidth,
    };
  }
  // Flattening gives a photo's pixels sizes of its own: what its file says of them holds no longer.
  return density !== null && !isFlattened
    ? { from: 'file', millimetresPerPixel: 25.4 / density, uncertainty: 0 }
    : { from: 'none', millimetresPerPixel: null, uncertainty: 1 };
}
