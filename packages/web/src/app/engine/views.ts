import {
  TASKS,
  type Affine,
  type Box,
  type DrelkError,
  type Evened,
  type Facts,
  type Hand,
  type HeldIslands,
  type Ink,
  type InkSettings,
  type Kind,
  type PathSet,
  type Paths,
  type PieceSheet,
  type Rulings,
  type Scale,
  type ScaleSource,
  type Separation,
  type SquareHint,
  type Task,
  type TimedPart,
  type UsedPlate,
  type Vanishing,
  type VectorFacts,
} from '@drelk/core';

export type { FrameKind, Place } from '@drelk/runner';

/** Names of what the page holds already, and need not be sent again. */
export interface Held {
  picture?: string;
  ink?: string;
  paths?: string;
  piece?: string;
}

export type EngineProblem = Pick<DrelkError, 'code' | 'message' | 'hint'>;

/** What lies on the bench: `toSource` takes its pixels, at the source's scale, to the source's. */
export interface Ground {
  width: number;
  height: number;
  toSource: number[];
}

/** A picture with its own place. */
export interface FrameView extends Ground {
  bitmap: ImageBitmap;
}

/** A vector file before it is taken. Millimetres from the page's upper left. */
export interface FileView extends VectorFacts {
  paths: PathSet;
  /** Size of what is drawn. */
  drawn: { width: number; height: number };
  page: { width: number; height: number };
}

/** One treatment of the picture, small. */
export interface OptionView {
  id: string;
  name: string;
  ink: InkSettings;
  /** Undefined where the treatment leaves no ink. */
  bitmap?: ImageBitmap;
  shapes: number;
  nodes: number;
}

/** A picture, or the ink on it, shown while the rest is worked out. */
export interface ArrivedView extends Ground {
  layer: 'picture' | 'ink';
  name: string;
  bitmap: ImageBitmap;
}

/** Paths of all that lies on the piece. */
export interface PiecePaths extends Paths {
  /** By contour: the id of the item that it is of, and what is done along it: a number in TASKS, or BOARD for what boards are. */
  items: Uint32Array;
  works: Int32Array;
}

/** Among what is done along a piece's paths, what boards are. */
export const BOARD = TASKS.length;

/** A bit of a contour's flags: its area is shown as a ground, and nothing is done along it. */
export const GROUND = 8;

/** An item of the piece as it came out: its box in millimetres from the frame's upper left. */
export interface ItemView {
  id: number;
  box: Box | undefined;
  /** Takes its own millimetres, as it lies by itself, to the piece's. */
  map: Affine;
  /** What is done along it, along the first of its paths. */
  task: Task | undefined;
  problem?: EngineProblem;
  missing?: string[];
  /** Islands and the bridges that hold them, from place to place in millimetres. */
  held?: HeldIslands;
}

/** What is done to the piece, how often and how far. */
export interface TaskView {
  task: Task;
  contours: number;
  length: number;
}

/** The piece as it came out. */
export interface PieceView {
  items: ItemView[];
  tasks: TaskView[];
  sheet?: PieceSheet;
  problem?: EngineProblem;
}

/** What the page shows of a result. Lengths in millimetres, places in pixels of the squared-up source picture. */
export interface ResultView {
  mode: 'preview' | 'full';
  /** Size in source pixels after squaring up; of a vector file in millimetres. */
  width: number;
  height: number;
  /** Names of the two pictures and the paths; themselves only where the page does not hold them. */
  names: Held;
  picture?: ImageBitmap;
  ink?: ImageBitmap;
  paths?: PathSet;
  /** What the hand had done when they were worked out. */
  hand?: Hand;
  /** Colours of the plates that paths refer to by number. */
  colours: string[];
  facts: Facts;
  /** Takes places on the bench to the source's, as a 3 x 3 matrix row by row. */
  toSource: number[];
  /** Ids of edits of the hand that wait, because what they were made of is not there. */
  parked: readonly number[];
  /** What only a picture has. */
  traced?: TracedView;
  /** What only a vector file has. */
  file?: VectorFacts;
  /** Millimetres of a source pixel, and where that comes from. */
  millimetresPerPixel: number;
  scaleSource: ScaleSource;
  /** Upper left of the piece's frame in source pixels, and its size in millimetres. */
  frame: { x: number; y: number; width: number; height: number };
  piece: PieceView;
  /** Size of the artwork, or of the whole picture, by itself, in millimetres. */
  artwork: { width: number; height: number };
  /** Paths of all that lies on the piece, where that is more than the artwork, in the same pixels. */
  piecePaths?: PiecePaths;
  timing: Record<TimedPart, number>;
  /** Why there are no paths. */
  problem?: EngineProblem;
}

/** A result with its paths, from this answer or an earlier one. */
export type ShownView = ResultView & { paths: PathSet };

/** How paths were traced from a picture. */
export interface TracedView {
  square: SquareFacts;
  ink: InkFacts;
  /** Largest distance allowed between paths and rims, in source pixels. */
  tolerance: number;
  /** How far to either side the edge may run where rims are known least, in source pixels; 0 where all are known well. */
  unsure: number;
  /** What paths were given that they all but had, by their ids. */
  evened: { kind: Evened['kind']; ids: number[] }[];
}

/** What Square up found. */
export interface SquareFacts {
  /** Corners it was flattened by, in source pixels; null where it was not. */
  corners: number[] | null;
  /** Corners of four straight sides that may be a sheet's, where nothing was flattened by them. */
  offered: number[] | null;
  /** Size in millimetres of a pixel of the squared-up picture as Square up knows it, with how sure that is. */
  scale: Scale;
  hints: SquareHint[];
}

/** What Ink found, and how it was made. */
export interface InkFacts {
  kind: Kind;
  /** What it may as well be; undefined where the kind is sure. */
  other: Kind | undefined;
  by: Separation;
  levelled: boolean;
  /** Lines of the paper that were taken out; undefined where none were. */
  rulings: Rulings | undefined;
  /** From dot to dot of what was evened out, in source pixels; undefined where nothing was. */
  dots: number | undefined;
  /** Tones run from one colour to another: light does not tell them apart. */
  byColour: boolean;
  /** How much of the detail is there, 0 to 100. */
  detail: number;
  /** Tone counts before and after tones were changed. */
  before: Uint32Array;
  after: Uint32Array;
  automatic: number;
  threshold: number;
  lightOnDark: boolean;
  plates?: UsedPlate[];
  bands?: number[];
  vanishing: Vanishing;
  cleaned: Ink['cleaned'];
  /** Areas below which specks and pinholes were dropped, in square source pixels. */
  specks: number;
  pinholes: number;
  /** Mean width of the strokes in source pixels. */
  strokeWidth: number;
  inkShare: number;
}
