import type { Context } from '../context';
import { type ColourPicture, type GreyPicture, toGrey } from '../raster';
import { type Corners, type Crop, type SquarePlan, planSquare, squareUp } from '../square';
import type { JobDocument } from './document';
import type { PictureLook } from './look';
import type { RunStep } from './memory';
import { cornersOf, reducedSquare } from './resolve';

/** Pixels of the copy that is computed on while the hand moves: as many as a bench shows of a picture, about. */
export const PREVIEW_PIXELS = 320_000;

/** A picture as decoded, under a name that stands for its bytes. */
export interface DecodedPicture {
  key: string;
  picture: ColourPicture;
  /** How many times smaller than the source it was made, 1 for the source itself. */
  reduction: number;
  /** The source itself, where this is a smaller copy: what a picture is, is seen there. */
  whole?: ColourPicture;
}

/** What Square up gives, under the key by which the next step knows it. */
export interface Squared {
  key: string;
  /** `corners` are those it was flattened by, in source pixels; null where it was not. */
  value: { plan: SquarePlan; corners: Corners | null; picture: ColourPicture; grey: GreyPicture };
}

/** Square up: the plan, the picture made by it, and its tones. */
export function runSquare(
  document: JobDocument,
  { picture, reduction, key }: DecodedPicture,
  seen: PictureLook,
  step: RunStep,
  context: Context,
): Squared {
  const corners = cornersOf(document, seen);
  const own = corners?.map((value) => value / reduction) ?? null;
  const density = document.source.density === null ? null : document.source.density / reduction;
  const settings = reducedSquare(document.square, reduction);
  const plan = planSquare(picture, settings, own, density, reduction);
  const { width, height, toResult, loop, exact } = plan;
  const pixels = `${key} ${JSON.stringify([width, height, toResult, loop, exact])}`;
  const squared = step('square', 'square', pixels, () => squareUp(picture, plan, context));
  const grey = step('grey', 'grey', squared.key, () => toGrey(squared.value, context));
  return { key: squared.key, value: { plan, corners, picture: squared.value, grey: grey.value } };
}

/** Throws `empty-crop` for a crop, in source pixels, that leaves nothing of the picture, flattened by `corners` or not. */
export function checkCrop({ square, source }: JobDocument, crop: Crop, corners: Corners | null): void {
  planSquare(source, { ...square, crop }, corners, source.density);
}
