import type { FrameKind, Place } from '../../engine/views';

/** A line that a tool lays over the bench: x, y of its points, in pixels of what the bench shows. */
export interface OverlayLine {
  points: readonly number[];
  closed?: boolean;
  /** Width in picture pixels where it stands for a pen; otherwise it is a hairline. */
  pen?: number;
  tone?: 'accent' | 'ink' | 'paper';
  /** What it encloses is shown as ink. */
  fills?: boolean;
}

/** What a tool shows over the bench. */
export interface Overlay {
  lines: readonly OverlayLine[];
  /** Places that can be gripped and dragged, named for the keyboard; the marked one is filled. */
  grips: readonly (Place & { name: string; isMarked?: boolean })[];
  /** How far what is marked on the bench is carried from where it is. */
  carried?: Place;
  /** A picture laid over everything, such as the area that a pour takes. */
  mask?: ImageBitmap;
}

export const NO_OVERLAY: Overlay = { lines: [], grips: [] };

/**
 * What the hand does on the bench while a tool is taken up. Places are in pixels of what the bench shows: the
 * squared-up picture, the source, or the squared-up picture before its crop. `overlay` is read as a signal.
 */
export interface Tool {
  readonly id: string;
  /** What to do with it, in a line on the bench. */
  readonly says: string;
  readonly ground: 'result' | FrameKind;
  /** True where the loupe helps. */
  readonly loupe: boolean;
  overlay(): Overlay;
  /** The hand is over a place, up or down: what it would do there can be shown. */
  aim?(at: Place): void;
  /** The hand comes down at a place; `grip` is the number of the grip under it, or -1. */
  press(at: Place, grip: number): void;
  /** The hand moves while it is down. */
  move(at: Place): void;
  release(at: Place): void;
  /** The hand is taken away without letting go: what is half made is forgotten. */
  forget?(): void;
  /** What the tool has marked is taken out. */
  takeOut?(): void;
  /** The tool is put down: bitmaps are let go, half-made things forgotten. */
  putDown?(): void;
}
