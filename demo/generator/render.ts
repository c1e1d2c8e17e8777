import sharp, { type Sharp } from 'sharp';
import type { SourceDrawing } from './drawing';

/** SVG that lies behind and over what is known exactly of a scene. */
export interface Surroundings {
  behind: string;
  over: string;
}

/** An RGB picture in floats, 0 to 255, row by row. */
export interface FloatPicture {
  width: number;
  height: number;
  data: Float32Array;
}

/** The drawing as SVG, `scale` pixels to its unit, on a ground of one colour. */
export function drawingSvg(
  drawing: SourceDrawing,
  scale: number,
  ground: string,
  { behind, over }: Surroundings = { behind: '', over: '' },
): string {
  const { width, height, areas, strokes } = drawing;
  const filled = areas.map(({ data, colour }) => `<path d="${data}" fill="${colour}" fill-rule="evenodd"/>`);
  const drawn = strokes.map(
    ({ data, width: pen, colour }) =>
      `<path d="${data}" fill="none" stroke="${colour ?? '#000'}" stroke-width="${pen}" stroke-linecap="round" stroke-linejoin="round"/>`,
  );
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(width * scale)}" height="${Math.round(height * scale)}" ` +
    `viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="${ground}"/>${behind}${filled.join('')}${drawn.join('')}${over}</svg>`
  );
}

/** Renders a drawing; edges are anti-aliased as in any renderer. */
export async function render(
  drawing: SourceDrawing,
  scale: number,
  ground = '#fff',
  around?: Surroundings,
): Promise<FloatPicture> {
  const { data, info } = await sharp(Buffer.from(drawingSvg(drawing, scale, ground, around)), {
    unlimited: true,
  })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Float32Array.from(data) };
}

/** A sharp pipeline on a float picture, ready to be written in any format. */
export function encoder({ width, height, data }: FloatPicture): Sharp {
  const bytes = Buffer.from(Uint8ClampedArray.from(data));
  return sharp(bytes, { raw: { width, height, channels: 3 } });
}
