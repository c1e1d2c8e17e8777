import { decodeSrgb } from './luminance';
import { norm } from '../norm';

/** A colour in a perceptual space: lightness and two opponent coordinates. */
export type Lab = readonly [lightness: number, a: number, b: number];

/** CIE 1976 L*a*b* of an sRGB colour, D65 white (IEC 61966-2-1 matrix; CIE 15). Components 0..255; L* 0..100. */
export function cieLab(red: number, green: number, blue: number): Lab {
  const r = decodeSrgb(red / 255);
  const g = decodeSrgb(green / 255);
  const b = decodeSrgb(blue / 255);
  const x = (0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505;
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const z = (0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089;
  const f = (t: number) => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
  return [116 * f(y) - 16, 500 * (f(x) - f(y)), 200 * (f(y) - f(z))];
}

/** OKLab of an sRGB colour (B. Ottosson 2020, "A perceptual color space for image processing"). L 0..1. */
export function okLab(red: number, green: number, blue: number): Lab {
  return okLabOfLight(decodeSrgb(red / 255), decodeSrgb(green / 255), decodeSrgb(blue / 255));
}

function okLabOfLight(r: number, g: number, b: number): Lab {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** Distance in OKLab; about 0.02 is just seen beside each other, black to white is 1. */
export function okDistance([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number {
  return Math.sqrt((l1 - l2) ** 2 + (a1 - a2) ** 2 + (b1 - b2) ** 2);
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const degrees = (angle: number) => ((angle * 180) / Math.PI + 360) % 360;

/** The CIEDE2000 colour difference of two CIE L*a*b* colours, after Sharma, Wu and Dalal 2005, equations 2 to 22. */
export function ciede2000([L1, a1, b1]: Lab, [L2, a2, b2]: Lab): number {
  const meanC = (norm(a1, b1) + norm(a2, b2)) / 2;
  const G = 0.5 * (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + 25 ** 7)));
  const a1p = (1 + G) * a1;
  const a2p = (1 + G) * a2;
  const C1p = norm(a1p, b1);
  const C2p = norm(a2p, b2);
  const h1p = C1p === 0 ? 0 : degrees(Math.atan2(b1, a1p));
  const h2p = C2p === 0 ? 0 : degrees(Math.atan2(b2, a2p));
  let dh = 0;
  if (C1p * C2p !== 0) {
    dh = h2p - h1p;
    if (dh > 180) dh -= 360;
    else if (dh < -180) dh += 360;
  }
  const dL = L2 - L1;
  const dC = C2p - C1p;
  const dH = 2 * Math.sqrt(C1p * C2p) * Math.sin(radians(dh) / 2);
  const meanL = (L1 + L2) / 2;
  const meanCp = (C1p + C2p) / 2;
  const meanH = meanHue(h1p, h2p, C1p * C2p);
  const T =
    1 -
    0.17 * Math.cos(radians(meanH - 30)) +
    0.24 * Math.cos(radians(2 * meanH)) +
    0.32 * Math.cos(radians(3 * meanH + 6)) -
    0.2 * Math.cos(radians(4 * meanH - 63));
  const dTheta = 30 * Math.exp(-(((meanH - 275) / 25) ** 2));
  const RC = 2 * Math.sqrt(meanCp ** 7 / (meanCp ** 7 + 25 ** 7));
  const SL = 1 + (0.015 * (meanL - 50) ** 2) / Math.sqrt(20 + (meanL - 50) ** 2);
  const SC = 1 + 0.045 * meanCp;
  const SH = 1 + 0.015 * meanCp * T;
  const RT = -Math.sin(2 * radians(dTheta)) * RC;
  return Math.sqrt((dL / SL) ** 2 + (dC / SC) ** 2 + (dH / SH) ** 2 + RT * (dC / SC) * (dH / SH));
}

function meanHue(h1: number, h2: number, product: number): number {
  if (product === 0) return h1 + h2;
  if (Math.abs(h1 - h2) <= 180) return (h1 + h2) / 2;
  return h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
}
