import { DrelkError } from '../../error';
import type { ColourPicture } from '../../raster';
import type { Fonts } from '../../text';
import type { JobDocument } from '../document/document';

/** A picture as decoded, under a name that stands for its bytes. */
export interface DecodedPicture {
  key: string;
  picture: ColourPicture;
  /** How many times smaller than the source it was made, 1 for the source itself. */
  reduction: number;
  /** The source itself, where this is a smaller copy: what a picture is, is seen there. */
  whole?: { key: string; picture: ColourPicture };
}

/** A vector file, under a name that stands for its bytes. */
export interface VectorSource {
  key: string;
  name: string;
  bytes: Uint8Array;
}

/** What a job begins with. */
export type JobSource = DecodedPicture | VectorSource;

export const isPicture = (source: JobSource): source is DecodedPicture => 'picture' in source;

/** All that a run of a job hangs on. */
export interface Inputs {
  document: JobDocument;
  source: JobSource;
  /** Those that can be had of the fonts that the job's texts and its file are set in. */
  fonts: Fonts;
}

/** The picture a job begins with. Throws `nothing-found` where it begins with none. */
export function pictureOf({ source }: Pick<Inputs, 'source'>): DecodedPicture {
  if (isPicture(source)) return source;
  throw new DrelkError(
    'nothing-found',
    'This job begins with a vector file: it has no picture.',
    'Go to Line.',
  );
}

/** The vector file a job begins with. Throws `nothing-found` where it begins with a picture. */
export function vectorOf({ source }: Pick<Inputs, 'source'>): VectorSource {
  if (!isPicture(source)) return source;
  throw new DrelkError(
    'nothing-found',
    'This job begins with a picture: it has no file.',
    'Go to Square up.',
  );
}
