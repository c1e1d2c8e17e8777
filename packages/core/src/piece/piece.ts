import type { DrawingPath, Task } from '../format';
import {
  type Box,
  type Placement,
  boxHeight,
  boxOf,
  boxWidth,
  contoursOf,
  placeShape,
  shapesIn,
} from '../geometry';
import type { Artwork } from './artwork';
import { type PieceScale, scaleFor } from './scale';
import type { PieceSettings } from './settings';

/** A path of the piece, in millimetres, with the item it belongs to and the ids of its contours where it comes from. */
export interface PiecePath extends DrawingPath {
  item: string;
  /** The outer contour's first. */
  sources: number[];
}

/** Something that lies on the piece. */
export interface PieceItem {
  id: string;
  kind: 'artwork';
  task: Task;
  /** Takes what the item is made of to its place. */
  placement: Placement;
  paths: PiecePath[];
}

/** The thing to be made, in millimetres, y down. */
export interface Piece {
  /** What the file states as its size: around the artwork, or around the picture. */
  frame: Box;
  items: PieceItem[];
  /** Paths of all items, in stacking order. */
  paths: PiecePath[];
  /** The box of all paths, undefined when there are none. */
  artwork: Box | undefined;
  scale: PieceScale;
}

/** Brings artwork to its true size; the frame's upper left becomes the origin. */
export function makePiece(artwork: Artwork, settings: PieceSettings): Piece {
  const shapes = shapesIn(artwork.paths);
  const box = boxOf(contoursOf(shapes.map(({ shape }) => shape)));
  // A length asked for is met to the last digit: it is that of the paths, which lie within their tolerance of the ink.
  const scale = scaleFor(settings, artwork.frame, box, artwork.known);
  const { millimetresPerPixel } = scale;
  const around = settings.by === 'artwork' && box ? box : artwork.frame;
  const placement = {
    scale: millimetresPerPixel,
    x: -around.left * millimetresPerPixel,
    y: -around.top * millimetresPerPixel,
  };
  const item: PieceItem = { id: 'artwork', kind: 'artwork', task: 'cut-through', placement, paths: [] };
  item.paths = shapes.map(({ shape, contours }): PiecePath => {
    const plate = shape.plate === undefined ? undefined : artwork.plates[shape.plate];
    return {
      item: item.id,
      task: item.task,
      sources: contours.map((k) => artwork.paths.ids[k]),
      shape: placeShape(shape, placement),
      ...(plate ? { plate } : {}),
    };
  });
  const paths = item.paths;
  const right = boxWidth(around) * millimetresPerPixel;
  const bottom = boxHeight(around) * millimetresPerPixel;
  return {
    frame: { left: 0, top: 0, right, bottom },
    items: [item],
    paths,
    artwork: boxOf(contoursOf(paths.map(({ shape }) => shape))),
    scale,
  };
}
