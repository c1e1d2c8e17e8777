import type { GreyPicture } from './picture';

/** Tone at a place between pixel centres, linear both ways; beyond the rim as at it. Places in pixels. */
export function toneAt({ width, height, data }: GreyPicture, x: number, y: number): number {
  const u = Math.min(width - 1.001, Math.max(0, x - 0.5));
  const v = Math.min(height - 1.001, Math.max(0, y - 0.5));
  const ix = Math.floor(u);
  const iy = Math.floor(v);
  const i = iy * width + ix;
  const tx = u - ix;
  const ty = v - iy;
  const top = data[i] * (1 - tx) + data[i + 1] * tx;
  const bottom = data[i + width] * (1 - tx) + data[i + width + 1] * tx;
  return top * (1 - ty) + bottom * ty;
}
