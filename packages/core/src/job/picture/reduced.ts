import { reduceColour, sizeWithin } from '../../raster';
import type { DecodedPicture } from '../graph';

/** Pixels of the copy that is computed on while the hand moves: as many as a bench shows of a picture, about. */
export const PREVIEW_PIXELS = 320_000;

/** A copy of a picture of at most so many pixels; itself where it has no more. */
export function reducedPicture(source: DecodedPicture, pixels: number): DecodedPicture {
  const { picture, key } = source;
  const size = sizeWithin(picture.width, picture.height, pixels);
  if (size.width === picture.width) return source;
  return {
    key: `${key} ${pixels}`,
    picture: reduceColour(picture, size.width, size.height),
    reduction: picture.width / size.width,
    whole: { key, picture },
  };
}
