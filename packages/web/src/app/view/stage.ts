import { InjectionToken, type Type } from '@angular/core';
import type { BenchLayout } from '../drawing/layout';
import type { DrawingContext } from '../drawing/bench-drawing';
import type { Proof } from '@drelk/core';
import type { ShownView } from '../engine/views';

export type StageId = 'square' | 'ink' | 'line' | 'piece' | 'prove' | 'handoff';

/** What small pictures are drawn from; `pixel` is a screen pixel in picture coordinates. */
export interface ThumbnailSource {
  /** Size of what lies on the bench. */
  ground: { width: number; height: number };
  /** Undefined until there is a result. */
  view: ShownView | undefined;
  picture: ImageBitmap | undefined;
  ink: ImageBitmap | undefined;
  pixel: number;
}

/** One of the six stages: all that the page knows of it. */
export interface Stage {
  id: StageId;
  name: string;
  /** It is about a picture: without one it is left out. */
  ofPicture?: boolean;
  /** It is about the piece: everything on it is shown. */
  ofPiece?: boolean;
  /** How the bench is laid out when the stage is first come to. */
  firstLayout: BenchLayout;
  panel: Type<unknown>;
  /** Draws what the stage gave, very small, in coordinates of the picture. */
  thumbnail(context: DrawingContext, source: ThumbnailSource): void;
  /** What is to be said of the stage in the strip, if anything. */
  mark?(proof: Proof): string | undefined;
}

/** The stages, in order. */
export const STAGES = new InjectionToken<readonly Stage[]>('the six stages');

/** The stages of a job: those about pictures only where it begins with one. */
export const stagesOf = (
  all: readonly Stage[],
  document: { vector?: unknown } | undefined,
): readonly Stage[] => (document?.vector ? all.filter(({ ofPicture }) => !ofPicture) : all);
