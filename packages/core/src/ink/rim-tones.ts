/** The level of tones made from distances. */
export const RIM_LEVEL = 127.5;

/**
 * Tones of a shape known by distances: dark where the distance is below `reach`, light where it is above, rising
 * evenly over the pixel between, so that the level runs exactly at `reach`. Pixels.
 */
export function rimTones(distance: Float32Array, reach: number): Uint8Array {
  const tones = new Uint8ClampedArray(distance.length);
  for (let i = 0; i < tones.length; i++) tones[i] = RIM_LEVEL + 127.5 * (distance[i] - reach);
  return new Uint8Array(tones.buffer);
}
