import { type DrawingContext, drawPaths } from '../bench/bench-drawing';
import { COLOURS } from '../bench/colours';
import { sketchedPaths } from '../bench/drawn-paths';
import type { PathStyle } from '../bench/layout';
import type { Stage, ThumbnailSource } from './stage';

/** A stage that gives a picture shows it. */
export const bitmapThumbnail =
  (which: 'picture' | 'ink'): Stage['thumbnail'] =>
  (context, source) => {
    const bitmap = source[which];
    if (bitmap) context.drawImage(bitmap, 0, 0, source.ground.width, source.ground.height);
  };

/** A stage that gives paths shows them, bare or filled. */
export const pathsThumbnail =
  (style: PathStyle): Stage['thumbnail'] =>
  (context, { view, pixel }) => {
    if (view) drawPaths(context, sketchedPaths(view.paths, view.colours, pixel), style, pixel * 0.6);
  };

/** The frame of the piece. */
export function drawFrame(context: DrawingContext, { view, pixel }: ThumbnailSource): void {
  if (!view) return;
  const { frame, millimetresPerPixel: mm } = view;
  context.strokeStyle = COLOURS.node;
  context.lineWidth = pixel;
  context.strokeRect(frame.x, frame.y, frame.width / mm, frame.height / mm);
}
