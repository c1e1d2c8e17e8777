/** Longest side of a first look, in pixels: more than the bench shows. */
const LONGEST = 1600;

/** A picture as it came, small enough to be there at once, with its own size. */
export interface Glance {
  bitmap: ImageBitmap;
  width: number;
  height: number;
}

/** A first look at a picture file. It is decoded beside the page's own work; the file stays as it is. */
export async function glanceAt(file: Blob): Promise<Glance> {
  const whole = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const { width, height } = whole;
  const share = Math.min(1, LONGEST / Math.max(width, height));
  if (share === 1) return { bitmap: whole, width, height };
  const [resizeWidth, resizeHeight] = [width, height].map((side) => Math.max(1, Math.round(side * share)));
  const bitmap = await createImageBitmap(whole, { resizeWidth, resizeHeight });
  whole.close();
  return { bitmap, width, height };
}
