import { type DrawingContext, drawPaths } from '../drawing/bench-drawing';
import { COLOURS } from '../drawing/colours';
import { sketchedPaths } from '../drawing/drawn-paths';
import type { PathStyle } from '../drawing/layout';
import { pathsShown, pieceShown } from '../job/path/shown-paths';
import type { Stage, ThumbnailSource } from '../view/stage';

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
    if (view) drawPaths(context, sketchedPaths(pathsShown({ ...view, name: '' }), pixel), style, pixel * 0.6);
  };

/** A stage that is about the piece shows everything on it, where it lies. */
export const pieceThumbnail =
  (style: PathStyle): Stage['thumbnail'] =>
  (context, source) => {
    const { view, ground } = source;
    if (!view) return;
    const shown = pieceShown(view);
    const { area, byTask } = shown;
    const factor = Math.min(ground.width / area.width, ground.height / area.height);
    context.save();
    context.translate((ground.width - factor * area.width) / 2, (ground.height - factor * area.height) / 2);
    context.scale(factor, factor);
    context.translate(-area.x, -area.y);
    const pixel = source.pixel / factor;
    drawPaths(context, sketchedPaths(shown, pixel), style, pixel * 0.6, {
      byTask: byTask && style === 'filled',
    });
    drawFrame(context, { ...source, pixel });
    context.restore();
  };

/** The frame of the piece. */
export function drawFrame(context: DrawingContext, { view, pixel }: ThumbnailSource): void {
  if (!view) return;
  const { frame, millimetresPerPixel: mm } = view;
  context.strokeStyle = COLOURS.node;
  context.lineWidth = pixel;
  context.strokeRect(frame.x, frame.y, frame.width / mm, frame.height / mm);
}
