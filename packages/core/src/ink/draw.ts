import { norm } from '../norm';
/** A picture being drawn on, in place: ink is darker than `level`. */
export interface Sheet {
  width: number;
  height: number;
  data: Uint8Array;
  level: number;
}

/** Tones that a rim rises over one pixel. */
const RISE = 120;

/**
 * Draws a round pen along a polyline: x, y of its points, `radius` at its start and at its end, in pixels. Rims
 * are soft over a pixel, so that the level runs exactly at the radius.
 */
export function drawLine(
  sheet: Sheet,
  points: readonly number[],
  tone: 'ink' | 'paper',
  radius: number,
  endRadius = radius,
): void {
  const last = points.length - 2;
  if (last === 0) drawSegment(sheet, points[0], points[1], points[0], points[1], radius, radius, tone);
  for (let k = 0; k < last; k += 2) {
    const from = radius + ((endRadius - radius) * k) / last;
    const to = radius + ((endRadius - radius) * (k + 2)) / last;
    drawSegment(sheet, points[k], points[k + 1], points[k + 2], points[k + 3], from, to, tone);
  }
}

function drawSegment(
  { width, height, data, level }: Sheet,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  radius: number,
  endRadius: number,
  tone: 'ink' | 'paper',
): void {
  const reach = Math.max(radius, endRadius) + 1.5;
  const left = Math.max(0, Math.floor(Math.min(x1, x2) - reach));
  const right = Math.min(width - 1, Math.ceil(Math.max(x1, x2) + reach));
  const top = Math.max(0, Math.floor(Math.min(y1, y2) - reach));
  const bottom = Math.min(height - 1, Math.ceil(Math.max(y1, y2) + reach));
  const dx = x2 - x1;
  const dy = y2 - y1;
  const squared = dx * dx + dy * dy;
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const px = x + 0.5 - x1;
      const py = y + 0.5 - y1;
      const t = squared === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / squared));
      const off = norm(px - t * dx, py - t * dy) - (radius + (endRadius - radius) * t);
      if (off > 1.5) continue;
      const i = y * width + x;
      const value = tone === 'ink' ? level + RISE * off : level - RISE * off;
      if (tone === 'ink') data[i] = Math.min(data[i], Math.max(0, value));
      else data[i] = Math.max(data[i], Math.min(255, value));
    }
  }
}
