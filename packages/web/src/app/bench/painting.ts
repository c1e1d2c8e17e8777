import type { ColouredPaths } from '../drawing/drawn-paths';
import type { Eye, PathStyle } from '../drawing/layout';

/** What the painter holds: a set of paths with the colours of its plates. */
export interface PaintedSet extends ColouredPaths {
  name: string;
  /** The colours stand for tasks: lines are drawn in them, in patterns of their own. */
  byTask: boolean;
}

/** What is to be painted: a piece of the bench, in its screen pixels, seen by an eye. */
export interface Painting {
  /** Name of the set; an older one is painted no more. */
  name: string;
  eye: Eye;
  width: number;
  height: number;
  /** Pixels of the bitmap per screen pixel. */
  ratio: number;
  style: PathStyle;
  /** Over faint areas, what paths and ink do not share is lit up; without, paths are drawn in their style. */
  misfit: boolean;
  /** Ids of the contours that are picked out. */
  marked: readonly number[];
}

/** What was painted; `eye` is of the bitmap's own upper left. */
export interface Painted {
  paths: ImageBitmap;
  marks?: ImageBitmap;
  painting: Painting;
  /** Nodes lie too close together to be told apart; from this scale on they are shown. */
  nodesFrom?: number;
}

/** What the page sends to the painter. */
export type PaintRequest =
  | ({ type: 'set' } & PaintedSet)
  | { type: 'ink'; points: Float64Array; starts: Uint32Array }
  | { type: 'paint'; request: number; painting: Painting };

export interface PaintAnswer {
  request: number;
  painted?: Painted;
}
