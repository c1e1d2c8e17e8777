import { drawPaths } from '../../drawing/bench-drawing';
import { COLOURS } from '../../drawing/colours';
import { sketchedPaths } from '../../drawing/drawn-paths';
import type { ShownView } from '../../engine/views';
import { pieceShown } from '../path/shown-paths';

const WIDTH = 360;
const HEIGHT = 260;

/** The job's small picture on the shelf: its filled paths on paper, as WebP. */
export async function thumbnailOf(view: ShownView) {
  const shown = pieceShown(view);
  const { area, byTask } = shown;
  const { x, y, width, height } = area;
  const canvas = new OffscreenCanvas(WIDTH, HEIGHT);
  const context = canvas.getContext('2d');
  if (!context) return undefined;
  context.fillStyle = COLOURS.paper;
  context.fillRect(0, 0, WIDTH, HEIGHT);
  const scale = Math.min((WIDTH - 24) / width, (HEIGHT - 24) / height);
  const [left, top] = [(WIDTH - width * scale) / 2 - x * scale, (HEIGHT - height * scale) / 2 - y * scale];
  context.setTransform(scale, 0, 0, scale, left, top);
  drawPaths(context, sketchedPaths(shown, 1 / scale), 'filled', 1 / scale, { byTask });
  return canvas.convertToBlob({ type: 'image/webp', quality: 0.85 });
}
