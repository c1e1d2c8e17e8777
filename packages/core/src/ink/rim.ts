import type { GreyPicture } from '../raster';

/** True where most of the picture's rim is darker than `level`: then the dark tone is the paper. */
export function rimIsDark({ width, height, data }: GreyPicture, level: number): boolean {
  let dark = 0;
  let light = 0;
  const count = (i: number) => (data[i] < level ? dark++ : light++);
  for (let x = 0; x < width; x++) {
    count(x);
    count((height - 1) * width + x);
  }
  for (let y = 1; y < height - 1; y++) {
    count(y * width);
    count(y * width + width - 1);
  }
  return dark > light;
}
