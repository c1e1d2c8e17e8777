/** Pixels of an area, 1 where inside, and how many there are. */
export interface FloodedArea {
  data: Uint8Array;
  count: number;
}

/**
 * Pours into a picture from some pixels: everything of equal kind that touches them over a side, `accepts` saying of
 * each pixel's index whether it is of that kind. Whole runs of a row are taken at once (scan-line filling).
 */
export function flood(
  width: number,
  height: number,
  seeds: Iterable<number>,
  accepts: (index: number) => boolean,
): FloodedArea {
  const data = new Uint8Array(width * height);
  const waiting: number[] = [];
  for (const seed of seeds) if (accepts(seed)) waiting.push(seed);
  let count = 0;
  while (waiting.length > 0) {
    const index = waiting.pop() as number;
    if (data[index]) continue;
    const y = Math.floor(index / width);
    const row = y * width;
    let left = index;
    let right = index;
    while (left > row && !data[left - 1] && accepts(left - 1)) left--;
    while (right < row + width - 1 && !data[right + 1] && accepts(right + 1)) right++;
    data.fill(1, left, right + 1);
    count += right - left + 1;
    for (const step of [-width, width]) {
      if ((step < 0 && y === 0) || (step > 0 && y === height - 1)) continue;
      let open = false;
      for (let i = left + step; i <= right + step; i++) {
        const free = !data[i] && accepts(i);
        if (free && !open) waiting.push(i);
        open = free;
      }
    }
  }
  return { data, count };
}

/** Indices of the pixels along a picture's rim. */
export function* rimPixels(width: number, height: number): Generator<number> {
  for (let x = 0; x < width; x++) {
    yield x;
    if (height > 1) yield (height - 1) * width + x;
  }
  for (let y = 1; y < height - 1; y++) {
    yield y * width;
    if (width > 1) yield y * width + width - 1;
  }
}
