import { composed, inverted, mapPoint } from '@drelk/core';
import type { Ground } from '../engine/views';

/** Screen pixels of a picture pixel, and where the picture's upper left lies on the bench. */
export interface Eye {
  scale: number;
  x: number;
  y: number;
}

/** The eye over another ground such that what was in the middle of the bench stays there, and as large. */
export function eyeOver(eye: Eye, size: { width: number; height: number }, from: Ground, to: Ground): Eye {
  const [x, y] = [size.width / 2, size.height / 2];
  const map = composed(inverted(to.toSource), from.toSource);
  const under = (dx: number) =>
    mapPoint(map, { x: (x + dx - eye.x) / eye.scale, y: (y - eye.y) / eye.scale });
  const at = under(0);
  const beside = under(1);
  const scale = 1 / Math.hypot(beside.x - at.x, beside.y - at.y);
  return { scale, x: x - at.x * scale, y: y - at.y * scale };
}

/** What can be laid on the bench. */
export const BENCH_LAYERS = ['picture', 'ink', 'paths'] as const;
export type BenchLayer = (typeof BENCH_LAYERS)[number];
export const LAYER_NAMES: Record<BenchLayer, string> = { picture: 'Picture', ink: 'Ink', paths: 'Paths' };
export type PathStyle = 'filled' | 'lines' | 'nodes';

/** How the bench is laid out; every stage keeps its own. */
export interface BenchLayout {
  opacity: Record<BenchLayer, number>;
  style: PathStyle;
  misfit: boolean;
  wipe: boolean;
  /** The two layers of the wipe by turns, each as a whole. */
  blink: boolean;
  left: BenchLayer;
  right: BenchLayer;
}

/** The layout of layers as opaque as given, with nothing else on. */
export const benchLayout = (opacity: Record<BenchLayer, number>, style: PathStyle): BenchLayout => ({
  opacity,
  style,
  misfit: false,
  wipe: false,
  blink: false,
  left: 'picture',
  right: opacity.ink > 0 ? 'ink' : 'paths',
});

/** The layout while there is no result yet: the picture, then the ink on it. */
export const arriving = (hasInk: boolean): BenchLayout =>
  benchLayout({ picture: hasInk ? 0.3 : 1, ink: hasInk ? 1 : 0, paths: 0 }, 'lines');

/** Opacity and clip of a layer: under the wipe, only the two chosen ones are seen, each on its side. */
export function placing(
  layer: BenchLayer,
  layout: BenchLayout,
  split: number,
  width: number,
  blinksRight: boolean,
) {
  const opacity = layout.opacity[layer];
  const far = 1e6;
  const whole = { clipX: -far, clipY: -far, clipWidth: 2 * far, clipHeight: 2 * far };
  if (layout.blink) {
    const isShown = layer === (blinksRight ? layout.right : layout.left);
    return { opacity: 1, visible: isShown, ...whole };
  }
  if (!layout.wipe) return { opacity, visible: opacity > 0, ...whole };
  const onLeft = layout.left === layer;
  const onRight = layout.right === layer;
  return {
    // Two things are compared at full strength.
    opacity: 1,
    visible: onLeft || onRight,
    clipX: onLeft ? -far : split,
    clipY: -far,
    clipWidth: onLeft && onRight ? 2 * far : onLeft ? far + split : far + width,
    clipHeight: 2 * far,
  };
}
