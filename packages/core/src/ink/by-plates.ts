import { borderLengths, withSeparate } from './plates/borders';
import { otsuThreshold } from './otsu';
import type { Plate } from './plates/plate';
import type { Plates } from './plates/plates';
import { noInk } from './no-ink';
import { RIM_LEVEL } from './rim-tones';
import type { Separated } from './separated';
import type { InkSettings } from './settings';

/** A plate as it is used: merged ones lie under the colour of the one they went into. */
export interface UsedPlate extends Plate {
  /** Colour it is shown and cut in. */
  shown: string;
  /** True where it is ink. */
  ink: boolean;
  /** Numbers of the plates of the picture that it is made of. */
  of: number[];
}

/** The plates after merging, recolouring and ordering, and which are ink. */
export function usedPlates(
  { plates, first, width, height }: Plates,
  settings: Pick<InkSettings, 'plates' | 'ink'>,
): UsedPlate[] {
  const { merged, recoloured, order } = settings.plates;
  const into = new Map(merged);
  const target = (colour: string): string => {
    let at = colour;
    for (let k = 0; k < merged.length && into.has(at); k++) at = into.get(at) ?? at;
    return at;
  };
  const used = new Map<string, UsedPlate>();
  plates.forEach((plate, k) => {
    const known = plates.find((other) => other.colour === target(plate.colour)) ?? plate;
    const entry = used.get(known.colour) ?? { ...known, share: 0, shown: known.colour, ink: false, of: [] };
    entry.share += plate.share;
    entry.of.push(k);
    used.set(known.colour, entry);
  });
  const shown = new Map(recoloured);
  const rank = (colour: string) => (order.includes(colour) ? order.indexOf(colour) : order.length);
  const list = [...used.values()]
    .map((plate) => ({ ...plate, shown: shown.get(plate.colour) ?? plate.colour }))
    .sort((a, b) => rank(a.colour) - rank(b.colour));
  const inked = inkColours(list, { first, width, height }, settings);
  return list.map((plate) => ({ ...plate, ink: inked.includes(plate.colour) }));
}

/** Number of the plate that most of the picture's rim is of. */
function rimPlate(first: Uint8Array, width: number, height: number): number {
  const counts = new Uint32Array(256);
  for (let x = 0; x < width; x++) {
    counts[first[x]]++;
    counts[first[(height - 1) * width + x]]++;
  }
  for (let y = 0; y < height; y++) {
    counts[first[y * width]]++;
    counts[first[y * width + width - 1]]++;
  }
  return counts.indexOf(Math.max(...counts));
}

/**
 * Set by hand, or the plates whose tone lies on the other side of the rim's when their tones are parted in two, and those that lie by
 * themselves on the paper, whatever their tone.
 */
function inkColours(
  list: readonly UsedPlate[],
  picture: Pick<Plates, 'first' | 'width' | 'height'>,
  settings: Pick<InkSettings, 'plates' | 'ink'>,
): string[] {
  const { ink } = settings.plates;
  if (Array.isArray(ink)) return ink;
  const counts = new Float64Array(256);
  for (const plate of list) counts[Math.round(plate.tone)] += plate.share;
  const split = otsuThreshold(counts);
  const rim = rimPlate(picture.first, picture.width, picture.height);
  const paper = list.find((plate) => plate.of.includes(rim));
  if (ink === 'all') return list.filter((plate) => plate !== paper).map((plate) => plate.colour);
  const darkPaper = settings.ink === 'auto' ? (paper?.tone ?? 255) <= split : settings.ink === 'light';
  const isInk = Uint8Array.from(list, (plate) => (plate.tone <= split !== darkPaper ? 1 : 0));
  const inked = settings.ink === 'auto' && paper ? withThoseOnPaper(list, picture, isInk, paper) : isInk;
  return list.filter((_, k) => inked[k] === 1).map((plate) => plate.colour);
}

function withThoseOnPaper(
  list: readonly UsedPlate[],
  picture: Pick<Plates, 'first' | 'width' | 'height'>,
  isInk: Uint8Array,
  paper: UsedPlate,
): Uint8Array {
  const groups = new Uint8Array(256);
  list.forEach(({ of }, k) => {
    for (const number of of) groups[number] = k;
  });
  return withSeparate(borderLengths(picture, groups, list.length), isInk, list.indexOf(paper), picture);
}

/** Ink is whatever belongs to the plates chosen; rims by how much of them does. Throws `no-ink` for none. */
export function separateByPlates(plates: Plates, used: readonly UsedPlate[]): Separated {
  const isInk = new Uint8Array(256);
  for (const plate of used) if (plate.ink) for (const number of plate.of) isInk[number] = 1;
  if (!isInk.includes(1)) throw noInk('No plate is chosen as ink.');
  const { first, second, share, width, height } = plates;
  const data = new Uint8Array(first.length);
  for (let i = 0; i < data.length; i++) {
    const a = isInk[first[i]];
    const b = isInk[second[i]];
    data[i] = a === b ? (a ? 0 : 255) : a ? 255 - share[i] : share[i];
  }
  const common = { lightOnDark: false, automatic: 128, threshold: 128 };
  return { grey: { width, height, data }, level: RIM_LEVEL, inkTone: 0, paperTone: 255, ...common };
}
