import { drawPaths } from '../bench/bench-drawing';
import { COLOURS } from '../bench/colours';
import { sketchedPaths } from '../bench/drawn-paths';
import type { ShownView } from '../engine/messages';

const WIDTH = 360;
const HEIGHT = 260;

/** The job's small picture on the shelf: its filled paths on paper, as WebP. */
export async function thumbnailOf({ paths, colours, width, height }: ShownView) {
  const canvas = new OffscreenCanvas(WIDTH, HEIGHT);
  const context = canvas.getContext('2d');
  if (!context) return undefined;
  context.fillStyle = COLOURS.paper;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  const scale = Math.min((WIDTH - 24) / width, (HEIGHT - 24) / height);
  context.setTransform(scale, 0, 0, scale, (WIDTH - width * scale) / 2, (HEIGHT - height * scale) / 2);
  drawPaths(context, sketchedPaths(paths, colours, 1 / scale), 'filled', 1);
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.85 });
}
