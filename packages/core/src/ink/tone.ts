import type { Context } from '../context';
import { type GreyPicture, deblurred, edgeBlur, histogram } from '../raster';
import { withDetail } from './detail';
import { automaticTones } from './level';
import { LEVELLED_MIDDLE, levelLight } from './light/level-light';

/** Tones made ready to be told apart. */
export interface Toned {
  grey: GreyPicture;
  /** Tone counts before and after. */
  before: Uint32Array;
  after: Uint32Array;
  /** Where uneven light was taken out, the level half way between ink and paper; undefined elsewhere. */
  levelled: number | undefined;
}

/** Brightness and contrast as tones 0..255 become tones: contrast turns the line about the middle. */
export function toneCurve(brightness: number, contrast: number): Uint8Array {
  const slope = Math.tan(((Math.min(99.9, contrast) + 100) * Math.PI) / 400);
  return Uint8Array.from({ length: 256 }, (_, tone) =>
    Math.round(Math.min(255, Math.max(0, (tone - 127.5) * slope + 127.5 + brightness))),
  );
}

/** Where ink and paper part by themselves: where levelled tones were put, or half way between the two of the histogram. */
export const levelOf = ({ levelled, after }: Toned): number => levelled ?? automaticTones(after).level;

/** Tones with less detail: `detail` from 0, the calmest, to `FINEST`, as they are. */
export function calmed(toned: Toned, detail: number, context: Context): Toned {
  const grey = withDetail(toned.grey, detail, context);
  return grey === toned.grey ? toned : { ...toned, grey, after: histogram(grey) };
}

/** Levels the light where that is wanted, then applies brightness and contrast. */
export function makeTone(
  source: GreyPicture,
  settings: { brightness: number; contrast: number; levelled: boolean },
  context: Context,
): Toned {
  const before = histogram(source);
  const levelled = settings.levelled ? levelLight(inFocus(source), context) : undefined;
  let grey = levelled ?? source;
  if (settings.brightness !== 0 || settings.contrast !== 0) {
    const curve = toneCurve(settings.brightness, settings.contrast);
    grey = { ...grey, data: grey.data.map((tone) => curve[tone]) };
  }
  return {
    grey,
    before,
    after: grey === source ? before : histogram(grey),
    levelled: levelled && LEVELLED_MIDDLE + settings.brightness,
  };
}

/** Blur that is taken back, as a standard deviation in pixels; less changes nothing, more would only raise noise. */
const LEAST_BLUR = 0.35;
const MOST_BLUR = 1.2;

/** A photo's own blur taken back, so that strokes as thin as it keep their width. */
function inFocus(grey: GreyPicture): GreyPicture {
  const { sigma, edges } = edgeBlur(grey);
  return edges >= 20 && sigma >= LEAST_BLUR ? deblurred(grey, Math.min(MOST_BLUR, sigma)) : grey;
}
