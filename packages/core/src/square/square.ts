import type { ColourPicture } from '../raster';

/** What the user may set of Square up. */
export interface SquareSettings {
  /** Quarter turns, counter-clockwise on screen. */
  turn: 0 | 1 | 2 | 3;
  /** Left and right exchanged, after turning. */
  mirror: boolean;
}

/** Turns and mirrors a picture; the same picture when there is nothing to do. */
export function squareUp(picture: ColourPicture, { turn, mirror }: SquareSettings): ColourPicture {
  if (turn === 0 && !mirror) return picture;
  const { width, height, data } = picture;
  const upright = turn % 2 === 0;
  const result = { width: upright ? width : height, height: upright ? height : width };
  const from = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const to = new Uint32Array(from.length);
  // Source index of the result's first pixel and of one step right and down in the result.
  const corner = [0, width - 1, width * height - 1, (height - 1) * width][turn];
  const right = [1, width, -1, -width][turn];
  const down = [width, -1, -width, 1][turn];
  for (let y = 0, i = 0; y < result.height; y++) {
    const row = corner + y * down;
    for (let x = 0; x < result.width; x++) to[i++] = from[row + (mirror ? result.width - 1 - x : x) * right];
  }
  return { ...result, data: new Uint8Array(to.buffer) };
}
