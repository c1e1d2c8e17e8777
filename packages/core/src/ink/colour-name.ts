import { type Lab, okLab } from '../raster';
import { norm } from '../norm';

/** Hues of OKLab in degrees, from each of which its name holds on. */
const HUES: [number, string][] = [
  [0, 'pink'],
  [14, 'red'],
  [42, 'orange'],
  [78, 'yellow'],
  [116, 'green'],
  [172, 'teal'],
  [214, 'blue'],
  [290, 'purple'],
  [338, 'pink'],
];

/** What people would call a colour written #rrggbb. */
export const nameOfHex = (colour: string): string => colourName(labOfHex(colour));

/** A colour written #rrggbb in OKLab. */
export function labOfHex(colour: string): Lab {
  const value = parseInt(colour.slice(1), 16);
  return okLab(value >> 16, (value >> 8) & 255, value & 255);
}

/**
 * What people would call a colour: one of the eleven basic colour terms (Berlin and Kay 1969) or teal, with dark or
 * pale where it helps. Where the terms part in OKLab is common practice, no source.
 */
export function colourName([lightness, a, b]: Lab): string {
  const chroma = norm(a, b);
  if (lightness < 0.18) return 'black';
  if (chroma < 0.022) {
    if (lightness > 0.95) return 'white';
    if (lightness < 0.3) return 'black';
    return lightness < 0.5 ? 'dark grey' : lightness > 0.8 ? 'pale grey' : 'grey';
  }
  if (chroma < 0.045 && lightness > 0.88) return 'cream';
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const name = HUES.filter(([from]) => hue >= from).pop()?.[1] ?? 'pink';
  if ((name === 'orange' || name === 'yellow') && lightness < 0.62)
    return lightness < 0.42 ? 'dark brown' : 'brown';
  if (name === 'red' && lightness < 0.6 && chroma < 0.13) return 'brown';
  if (lightness < 0.42) return `dark ${name}`;
  return lightness > 0.86 ? `pale ${name}` : name;
}
