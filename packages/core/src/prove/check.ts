import type { Box, Point } from '../geometry';
import type { DrawingPath } from '../format';

/** Something Prove noticed: what it is, in one sentence with its figures. */
export interface Finding {
  kind: CheckKind;
  /** In the check's own unit. */
  measured: number;
  allowed: number;
  /** Where, in millimetres; nowhere for what is of the whole piece. */
  places: Point[];
  message: string;
  hint: string;
}

export type CheckKind = 'left-out' | 'open' | 'no-true-size' | 'coarse';

/** What is proven: paths in millimetres, and how they came to their size. */
export interface Subject {
  paths: readonly DrawingPath[];
  frame: Box;
  hasTrueSize: boolean;
  /** What could not be made and is not among the paths: its name, why, and what to do. */
  leftOut: readonly { name: string; message: string; hint: string }[];
  /** Millimetres that a pixel of the source picture becomes; undefined where there is none. */
  pixel: number | undefined;
}

/** What a machine or a hand allows. Lengths in millimetres. */
export interface Limits {
  coarsePixel: number;
}

/** One thing that is looked at, by itself: what it reads of the subject decides when it is looked at again. */
export interface Check {
  kind: CheckKind;
  reads: readonly (keyof Subject)[];
  check(subject: Subject, limits: Limits): Finding[];
}
