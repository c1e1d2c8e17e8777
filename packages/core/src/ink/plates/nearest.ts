import { okDistance, okLab } from '../../raster';
import { NONE, type Plate } from './plate';

/** The nearest plate of a colour and how far it is (OKLab). Colours are little-endian RGBA words. */
export interface Nearest {
  plate: (word: number) => number;
  distance: (word: number) => number;
}

/** Nearest plates, looked up by 5 bits a channel. */
export function nearestPlates(plates: readonly Plate[]): Nearest {
  const plateOf = new Uint8Array(1 << 15).fill(NONE);
  const distanceOf = new Float32Array(1 << 15);
  const keyOf = (word: number) =>
    ((word & 0xf8) << 7) | (((word >>> 8) & 0xf8) << 2) | ((word >>> 19) & 0x1f);
  const find = (key: number) => {
    const lab = okLab(((key >> 10) << 3) + 4, (((key >> 5) & 31) << 3) + 4, ((key & 31) << 3) + 4);
    let best = Infinity;
    plates.forEach((plate, k) => {
      const distance = okDistance(lab, plate.lab);
      if (distance < best) {
        best = distance;
        plateOf[key] = k;
      }
    });
    distanceOf[key] = best;
  };
  return {
    plate: (word) => {
      const key = keyOf(word);
      if (plateOf[key] === NONE) find(key);
      return plateOf[key];
    },
    distance: (word) => {
      const key = keyOf(word);
      if (plateOf[key] === NONE) find(key);
      return distanceOf[key];
    },
  };
}
