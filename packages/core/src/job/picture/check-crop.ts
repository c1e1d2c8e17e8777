import { type Corners, type Crop, planSquare } from '../../square';
import type { JobDocument } from '../document/document';

/** Throws `empty-crop` for a crop, in source pixels, that leaves nothing of the picture, flattened by `corners` or not. */
export function checkCrop({ square, source }: JobDocument, crop: Crop, corners: Corners | null): void {
  planSquare(source, { ...square, crop }, corners, source.density);
}
