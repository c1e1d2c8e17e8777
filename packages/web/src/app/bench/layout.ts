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
