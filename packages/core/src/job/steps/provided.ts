import type { DrawingPlate } from '../../format';
import type { Homography } from '../../geometry';
import type { Dots, Kind } from '../../ink';
import type { ContourSet, LineResult, Match } from '../../line';
import type { Artwork } from '../../piece';
import type { ColourPicture, ToneOfColour } from '../../raster';
import type { Corners, FoundSheet, SquareHint, SquarePlan } from '../../square';
import type { VectorFacts } from '../document/vector-settings';
import type { InkResult } from './ink';
import type { PictureLook } from './look';

/** What only a picture has: how its paths came about. Lengths in pixels of the picture computed on. */
export interface Traced {
  /** How many times smaller than the source that picture is. */
  reduction: number;
  seen: PictureLook;
  /** Dots that were evened out, and the colours that tones run between where light does not tell them apart. */
  dots: Dots | undefined;
  along: ToneOfColour | undefined;
  /** The sheet in view, where it is a photo. */
  sheet: FoundSheet | undefined;
  kind: Kind;
  corners: Corners | null;
  hints: SquareHint[];
  plan: SquarePlan;
  picture: ColourPicture;
  ink: InkResult;
  /** The ink's contours as found; what the paths follow is `line.rims`. */
  contours: ContourSet;
  line: LineResult;
  /** How the paths compare with what they follow, after everything that changes them. */
  match: Match;
  /** Largest distance allowed. */
  tolerance: number;
}

/** Paths as a provider gives them; a picture's come with how they were traced, a vector file's with what was mended. */
export interface Provided extends Artwork {
  /** Takes places of the paths to the source's. */
  toSource: Homography;
  /** Ids of edits of the hand that wait. */
  parked: readonly number[];
  /** Plates that are to be cut; none where the picture is not taken apart. */
  wanted: readonly DrawingPlate[];
  traced?: Traced;
  file?: VectorFacts;
}
