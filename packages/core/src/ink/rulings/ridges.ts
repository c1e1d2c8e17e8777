import type { ColourPicture } from '../../raster';

/** How a picture is walked: `long` steps of `along` indices along its lines, `wide` steps of `across` over them. */
export interface Walk {
  long: number;
  wide: number;
  along: number;
  across: number;
}

export const levelWalk = ({ width, height }: { width: number; height: number }): Walk => ({
  long: width,
  wide: height,
  along: 1,
  across: width,
});

export const uprightWalk = ({ width, height }: { width: number; height: number }): Walk => ({
  long: height,
  wide: width,
  along: width,
  across: 1,
});

/** Ridges deeper than this, in tones, count no more: what is darker is ink rather than a ruling. */
const DEEPEST = 48;

/** The darkest of the three channels, in which a line of any colour is seen. */
export function darkestChannel({ data }: ColourPicture): Uint8Array {
  const darkest = new Uint8Array(data.length >> 2);
  for (let i = 0, at = 0; i < darkest.length; i++, at += 4)
    darkest[i] = Math.min(data[at], data[at + 1], data[at + 2]);
  return darkest;
}

/** How much darker each pixel is than both of those `reach` pixels across from it, up to a limit. */
export function darkRidges(
  tones: Uint8Array,
  { long, wide, along, across }: Walk,
  reach: number,
): Uint8Array {
  const ridges = new Uint8Array(tones.length);
  const step = reach * across;
  for (let v = reach; v < wide - reach; v++) {
    for (let u = 0, i = v * across; u < long; u++, i += along) {
      const beside = Math.min(tones[i - step], tones[i + step]);
      if (beside > tones[i]) ridges[i] = Math.min(DEEPEST, beside - tones[i]);
    }
  }
  return ridges;
}
