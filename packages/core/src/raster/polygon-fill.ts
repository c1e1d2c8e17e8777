/**
 * Calls `visit` for every run of pixels [from, to) of a row whose centres lie inside a polygon (even-odd), given as
 * x, y of its corners.
 */
export function eachInsideRun(
  width: number,
  height: number,
  polygon: ArrayLike<number>,
  visit: (y: number, from: number, to: number) => void,
): void {
  const count = polygon.length / 2;
  for (let y = 0; y < height; y++) {
    const middle = y + 0.5;
    const crossings: number[] = [];
    for (let i = 0, j = count - 1; i < count; j = i++) {
      const y1 = polygon[2 * j + 1];
      const y2 = polygon[2 * i + 1];
      if (y1 > middle === y2 > middle) continue;
      crossings.push(polygon[2 * j] + ((middle - y1) / (y2 - y1)) * (polygon[2 * i] - polygon[2 * j]));
    }
    crossings.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const from = Math.min(width, Math.max(0, Math.round(crossings[k])));
      const to = Math.min(width, Math.max(0, Math.round(crossings[k + 1])));
      if (to > from) visit(y, from, to);
    }
  }
}
