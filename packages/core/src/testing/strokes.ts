import sharp from 'sharp';
import { readPathData } from '../format';
import type { Contour } from '../geometry';
import type { GreyPicture } from '../raster';

const SAMPLES = 4;

/** Lines drawn with a pen, black on white, by a renderer that is not ours, at four times the size, averaged. */
export async function drawnStrokes(
  size: number,
  paths: readonly string[],
  pen: number,
  cap: 'round' | 'butt' = 'round',
): Promise<GreyPicture> {
  const large = SAMPLES * size;
  const style = `fill="none" stroke="#000" stroke-width="${pen}" stroke-linecap="${cap}" stroke-linejoin="round"`;
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${large}" height="${large}" viewBox="0 0 ${size} ${size}">` +
    `<rect width="${size}" height="${size}" fill="#fff"/>${paths.map((d) => `<path d="${d}" ${style}/>`).join('')}</svg>`;
  const tones = await sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
  const data = new Uint8Array(size * size);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      let sum = 0;
      for (let v = 0; v < SAMPLES; v++)
        for (let u = 0; u < SAMPLES; u++) sum += tones[(SAMPLES * y + v) * large + SAMPLES * x + u];
      data[y * size + x] = Math.round(sum / SAMPLES ** 2);
    }
  }
  return { width: size, height: size, data };
}

/** The lines themselves. */
export function strokeContours(paths: readonly string[]): Contour[] {
  return paths.flatMap((data) => readPathData(data));
}
