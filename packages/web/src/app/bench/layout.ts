/** Screen pixels of a picture pixel, and where the picture's upper left lies on the bench. */
export interface Eye {
  scale: number;
  x: number;
  y: number;
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
