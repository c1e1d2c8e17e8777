import type { DrawingPath, DrawingPlate } from '../format';
import {
  type Box,
  type Placement,
  type Shape,
  boxOf,
  boxWidth,
  boxHeight,
  contoursOf,
  placeShape,
} from '../geometry';
import { DrelkError } from '../error';

/** What the user may set of Piece. */
export interface PieceSettings {
  /** What the length below is the size of: the artwork itself, or the whole picture's frame. */
  by: 'artwork' | 'picture';
  edge: 'width' | 'height';
  /** Millimetres, or null to keep the picture's own scale. */
  length: number | null;
}

/** Where the size of a piece comes from; `none` is a screen's 96 pixels an inch, and no true size. */
export type ScaleSource = 'length' | PictureScale['from'];

/** What Square up knows of the picture's true size. */
export interface PictureScale {
  from: 'file' | 'ruler' | 'rectangle' | 'none';
  millimetresPerPixel: number | null;
}

/** The thing to be made, in millimetres, y down. */
export interface Piece {
  /** What the file states as its size: around the artwork, or around the picture. */
  frame: Box;
  paths: DrawingPath[];
  /** The artwork's own box, undefined when there is none. */
  artwork: Box | undefined;
  /** Takes pixels of the picture computed on to the piece. */
  placement: Placement;
  millimetresPerPixel: number;
  scaleSource: ScaleSource;
}

/** Millimetres of a pixel where nothing better is known (CSS Values: 96 px to the inch). */
const UNSCALED = 25.4 / 96;
/** Lengths a piece may be given. */
export const LEAST_LENGTH = 0.1;
export const MOST_LENGTH = 100_000;

/** How large a pixel becomes, and why. `artwork` is the box of the paths, in pixels. */
export function pixelScale(
  settings: PieceSettings,
  picture: { width: number; height: number },
  artwork: Box | undefined,
  scale: PictureScale,
): { millimetresPerPixel: number; source: ScaleSource } {
  if (settings.length !== null) {
    if (!(settings.length >= LEAST_LENGTH && settings.length <= MOST_LENGTH)) {
      throw new DrelkError(
        'bad-length',
        `A ${settings.edge} of ${settings.length} mm cannot be made.`,
        `Give a length from ${LEAST_LENGTH} mm to 100 m.`,
      );
    }
    const box =
      settings.by === 'artwork' && artwork
        ? artwork
        : { left: 0, top: 0, right: picture.width, bottom: picture.height };
    const pixels = settings.edge === 'width' ? boxWidth(box) : boxHeight(box);
    return { millimetresPerPixel: settings.length / pixels, source: 'length' };
  }
  return { millimetresPerPixel: scale.millimetresPerPixel ?? UNSCALED, source: scale.from };
}

/** Brings shapes in pixels to their true size; the frame's upper left becomes the origin. `plates` by number. */
export function makePiece(
  shapes: readonly Shape[],
  plates: readonly DrawingPlate[],
  picture: { width: number; height: number },
  known: PictureScale,
  settings: PieceSettings,
): Piece {
  const box = boxOf(contoursOf(shapes));
  const { millimetresPerPixel: scale, source } = pixelScale(settings, picture, box, known);
  const frame =
    settings.by === 'artwork' && box
      ? box
      : { left: 0, top: 0, right: picture.width, bottom: picture.height };
  const placement = { scale, x: -frame.left * scale, y: -frame.top * scale };
  const placed = shapes.map((shape) => placeShape(shape, placement));
  return {
    frame: { left: 0, top: 0, right: boxWidth(frame) * scale, bottom: boxHeight(frame) * scale },
    paths: placed.map((shape): DrawingPath => {
      const plate = shape.plate === undefined ? undefined : plates[shape.plate];
      return plate ? { task: 'cut-through', shape, plate } : { task: 'cut-through', shape };
    }),
    artwork: boxOf(contoursOf(placed)),
    placement,
    millimetresPerPixel: scale,
    scaleSource: source,
  };
}
