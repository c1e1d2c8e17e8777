import type { ColourPicture, GreyPicture } from '../../raster';

/** The thing on white, its rim mixed as it was cut. */
export function onWhite({ width, height, data: from }: ColourPicture, cut: GreyPicture): ColourPicture {
  const data = new Uint8Array(from.length).fill(255);
  cut.data.forEach((beside, pixel) => {
    if (beside === 255) return;
    for (let i = 4 * pixel, end = i + 3; i < end; i++) data[i] = from[i] + ((255 - from[i]) * beside) / 255;
  });
  return { width, height, data };
}
