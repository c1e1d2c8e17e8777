import type { Components } from '../../raster';

/** Dust is no larger than this, in square pixels; there are so many grains of it, and so many times as many as there are other things. */
const GRAIN = 3;
const MANY = 40;
const TIMES = 3;
/** Whether ink and paper are strewn with dust: hundreds of dots of a pixel or two. */
export function isDusty(all: readonly Components[]): boolean {
  let [grains, things] = [0, 0];
  for (const { area } of all)
    for (const size of area) {
      if (size <= GRAIN) grains++;
      else things++;
    }
  return grains >= MANY && grains >= TIMES * things;
}
