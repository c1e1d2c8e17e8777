import type {
  CheckedFile,
  DrelkError,
  Facts,
  JobDocument,
  PictureHeader,
  Proof,
  ScaleSource,
  Step,
} from '@drelk/core';

/** What the page asks of the worker. */
export type EngineRequest =
  | { type: 'share'; flag: SharedArrayBuffer }
  | { type: 'open'; request: number; key: string; file: ArrayBuffer; name: string }
  | { type: 'compute'; request: number; document: JobDocument; mode: 'preview' | 'full' }
  | { type: 'handOff'; request: number; document: JobDocument; format: 'svg' | 'dxf' }
  | { type: 'contours'; request: number };

/** What the worker answers. */
export type EngineAnswer =
  | { type: 'opened'; request: number; header: PictureHeader }
  | { type: 'progress'; request: number; stage: string; share: number }
  | { type: 'result'; request: number; view: ResultView }
  | { type: 'file'; request: number; file: CheckedFile }
  | { type: 'contours'; request: number; points: Float64Array; starts: Uint32Array }
  | { type: 'problem'; request: number; problem: EngineProblem };

export type EngineProblem = Pick<DrelkError, 'code' | 'message' | 'hint'>;

/** What the page shows of a result. Lengths in millimetres, places in pixels of the squared-up source picture. */
export interface ResultView {
  mode: 'preview' | 'full';
  /** Size in source pixels after squaring up. */
  width: number;
  height: number;
  /** New pictures, only where they changed since the last answer. */
  picture?: ImageBitmap;
  ink?: ImageBitmap;
  paths: PathView;
  facts: Facts;
  inkFacts: {
    histogram: Uint32Array;
    automatic: number;
    threshold: number;
    lightOnDark: boolean;
    specks: number;
    pinholes: number;
    inkShare: number;
  };
  /** Millimetres of a source pixel, and where that comes from. */
  millimetresPerPixel: number;
  scaleSource: ScaleSource;
  /** Upper left of the piece's frame in source pixels, and its size in millimetres. */
  frame: { x: number; y: number; width: number; height: number };
  tolerance: number;
  proof: Proof;
  timing: Record<Step, number>;
}

/** Paths for drawing. */
export interface PathView {
  /** SVG path data of all outer contours and of all holes. */
  outer: string;
  holes: string;
  /** x, y of each node. */
  nodes: Float32Array;
  /** x, y of a node and of its handle, for each handle. */
  handles: Float32Array;
}
