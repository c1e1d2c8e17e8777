import {
  TASKS,
  type Affine,
  type Box,
  type CheckedFile,
  type Combining,
  type Contour,
  type DrelkError,
  type Facts,
  type FollowedRun,
  type FoundWords,
  type GivenShape,
  type HandOffAsked,
  type HeldIslands,
  type Ink,
  type InkSettings,
  type JobDocument,
  type Kind,
  type Lit,
  type MadeContour,
  type Narrowest,
  type PathSet,
  type PictureHeader,
  type PieceSheet,
  type Proof,
  type Rehearsal,
  type RehearsalSetUp,
  type Reshaping,
  type Rulings,
  type Scale,
  type ScaleSource,
  type Separation,
  type SquareHint,
  type Step,
  type Task,
  type UsedPlate,
  type Vanishing,
  type VectorFacts,
  type VectorKind,
  type VectorSettings,
} from '@drelk/core';

/** A place in pixels. */
export interface Place {
  x: number;
  y: number;
}

/** Questions that are answered once each, whatever is being computed: what is asked, and the answer. */
export interface EngineCalls {
  open: {
    asks: { file: ArrayBuffer; name: string };
    answer: { header: PictureHeader | { kind: VectorKind } };
  };
  /** Of all of it, or of one plate by its colour. */
  handOff: { asks: { document: JobDocument } & HandOffAsked; answer: CheckedFile };
  /** The narrowest place of what a piece is cut to. */
  narrowest: { asks: { document: JobDocument }; answer: { narrowest: Narrowest | undefined } };
  /** The narrowest place of one shape, or of the gap between two: by their contours in millimetres. */
  narrowestIn: { asks: { shapes: Contour[][] }; answer: { narrowest: Narrowest | undefined } };
  /** Contours that a piece would have with other settings and has not now, in millimetres. */
  wouldBe: { asks: { document: JobDocument; changed: JobDocument }; answer: { contours: Contour[] } };
  /** What a machine does with a file's bytes, from wherever they are. */
  rehearse: {
    asks: { file: ArrayBuffer; name: string; setUp: RehearsalSetUp };
    answer: { rehearsal: Rehearsal };
  };
  /** The contours of the last full result, as found before fitting. */
  contours: { asks: object; answer: { points: Float64Array; starts: Uint32Array } };
  /** A picture squared up otherwise than the document says: the source itself, or without its crop. */
  frame: { asks: { document: JobDocument; show: FrameKind }; answer: FrameView };
  /** Where a hand means to point, in source pixels. */
  cling: { asks: { at: Place }; answer: Place };
  /** The corners of the sheet in view, in source pixels. */
  sheet: { asks: object; answer: { corners: number[] | null } };
  /** The area that pouring would take, over the squared-up picture, reduced. */
  poured: {
    asks: { document: JobDocument; at: Place; tolerance: number; everywhere: boolean };
    answer: { mask: ImageBitmap; share: number };
  };
  /** What a control of Ink is about, lit up. */
  lit: { asks: { document: JobDocument; what: Lit }; answer: { mask: ImageBitmap } };
  /** What is beside the thing that is cut out, dimmed; nothing where nothing is cut out. */
  cut: { asks: { document: JobDocument }; answer: { mask: ImageBitmap | undefined } };
  /** Lines of words in the picture. */
  words: { asks: { document: JobDocument }; answer: { lines: FoundWords[] } };
  /** Shapes made one. */
  combined: { asks: { how: Combining; shapes: Contour[][] }; answer: { contours: Contour[] } };
  /** Shapes made others. */
  reshaped: { asks: { shapes: GivenShape[]; what: Reshaping }; answer: { made: MadeContour[] } };
  /** Where a hand means to click on the squared-up picture, and the way there from where it was, along edges. */
  edge: { asks: EdgeAsks; answer: { at: Place; run: FollowedRun | undefined } };
  /** Curves along places that were followed, or drawn by a free hand. */
  followed: { asks: { points: number[]; closed: boolean }; answer: { contour: Contour } };
  options: { asks: { document: JobDocument }; answer: { options: OptionView[] } };
  /** What a vector file holds, tidied as is said: nothing of it is kept. */
  file: { asks: { file: ArrayBuffer; name: string; settings: VectorSettings }; answer: FileView };
}
export type EngineCall = keyof EngineCalls;

/** A place of the squared-up picture that is pointed at within a reach, in its pixels, and where the way there begins. */
export interface EdgeAsks {
  document: JobDocument;
  from: Place | undefined;
  to: Place;
  reach: number;
  /** The side of the way that is dark, as it was before. */
  dark: FollowedRun['dark'] | undefined;
}

/** Every computation and question names the picture it is about. */
interface Numbered {
  request: number;
  picture: string;
}

/** What the page sends to the worker. */
export type EngineRequest =
  | { type: 'share'; flag: SharedArrayBuffer }
  /** Nothing is asked yet: what will be hot may be compiled meanwhile. */
  | { type: 'warm'; request: number }
  | ({ type: 'compute'; document: JobDocument; mode: 'preview' | 'full'; held: Held } & Numbered)
  | { [C in EngineCall]: Asked<C> }[EngineCall];

/** One question as it is asked. */
export type Asked<C extends EngineCall> = { type: C } & Numbered & EngineCalls[C]['asks'];

/** What the worker answers. */
export type EngineAnswer =
  | { type: 'progress'; request: number; stage: string; share: number }
  | { type: 'arrived'; request: number; part: ArrivedView }
  | { type: 'result'; request: number; view: ResultView }
  | { type: 'answer'; request: number; answer: EngineCalls[EngineCall]['answer'] }
  | { type: 'problem'; request: number; problem: EngineProblem };

/** Names of what the page holds already, and need not be sent again. */
export interface Held {
  picture?: string;
  ink?: string;
  paths?: string;
  piece?: string;
}

export type EngineProblem = Pick<DrelkError, 'code' | 'message' | 'hint'>;

/** The picture as it came, squared up but not cropped, or squared up. */
export type FrameKind = 'source' | 'uncropped' | 'squared';

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

/** Among the plates of a piece's paths, which are tasks, what boards are. */
export const BOARD_PLATE = TASKS.length;

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
  /** Paths of all that lies on the piece, where that is more than the artwork, in the same pixels; their edits are items' ids, their plates tasks. */
  piecePaths?: PathSet;
  proof: Proof;
  timing: Record<Step, number>;
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
