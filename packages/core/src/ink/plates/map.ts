import type { Context } from '../../context';
import { type GreyPicture, distanceTransform } from '../../raster';
import type { UsedPlate } from '../by-plates';
import { signedDistance } from '../clean/signed-distance';
import type { Plates } from './plates';
import { RIM_LEVEL, rimTones } from '../rim-tones';

/** Which plate each pixel is of, and where between two neighbouring pixels the rim of their plates lies. */
export interface TakenMap {
  width: number;
  height: number;
  /** Plate numbers; NO_PLATE is paper. */
  labels: Uint8Array;
  /** Share of the way from the first pixel's centre to the second's. */
  borderAt: (first: number, second: number) => number;
}

export const NO_PLATE = 255;

/** Colour plates: numbers are those of `used`; plates that are no ink are paper. */
export function mapOfPlates(plates: Plates, used: readonly UsedPlate[]): TakenMap {
  const number = new Uint8Array(256).fill(NO_PLATE);
  used.forEach((plate, k) => {
    if (plate.ink) for (const of of plate.of) number[of] = k;
  });
  const { width, height, first, second, share } = plates;
  const labels = first.map((plate) => number[plate]);
  /** How much of a pixel is of a plate, 0 to 255. */
  const covered = (i: number, label: number) => {
    const a = number[first[i]] === label;
    const b = number[second[i]] === label;
    return a === b ? (a ? 255 : 0) : a ? share[i] : 255 - share[i];
  };
  const borderAt = (p: number, q: number) => {
    const label = labels[q];
    const before = covered(p, label);
    const after = covered(q, label);
    return after > before ? (127.5 - before) / (after - before) : 0.5;
  };
  return { width, height, labels, borderAt };
}

/** Bands of grey between levels, numbered from the darkest; the lightest (or, on dark paper, the darkest) is paper. */
export function mapOfBands(source: GreyPicture, levels: readonly number[], lightOnDark: boolean): TakenMap {
  const rising = [...levels].sort((a, b) => a - b);
  const band = Uint8Array.from({ length: 256 }, (_, tone) => rising.filter((level) => level <= tone).length);
  const paper = lightOnDark ? 0 : rising.length;
  const { width, height, data } = source;
  const labels = data.map((tone) => (band[tone] === paper ? NO_PLATE : band[tone]));
  const borderAt = (p: number, q: number) => {
    const [low, high] = [band[data[p]], band[data[q]]].sort((a, b) => a - b);
    const level = (rising[low] + rising[high - 1]) / 2 - 0.5;
    return (level - data[p]) / (data[q] - data[p]);
  };
  return { width, height, labels, borderAt };
}

/** One plate: the ink itself. */
export function mapOfInk({ grey, level }: { grey: GreyPicture; level: number }): TakenMap {
  const { width, height, data } = grey;
  const labels = data.map((tone) => (tone < level ? 0 : NO_PLATE));
  return { width, height, labels, borderAt: (p, q) => (level - data[p]) / (data[q] - data[p]) };
}

/**
 * What the ink says is paper is of no plate: background, strokes of the hand and dropped specks. With `grows` what is ink and of no
 * plate, as where ink was grown or thin strokes brought up, is of the nearest. Where these part a plate from paper, its rim is the
 * ink's: on both sides the plates' own tones may be the same.
 */
export function within(
  map: TakenMap,
  { grey: { data }, level }: { grey: GreyPicture; level: number },
  grows = false,
): TakenMap {
  const cut = map.labels.map((label, i) => (data[i] < level ? label : NO_PLATE));
  const labels = grows ? withNearest({ ...map, labels: cut }, (i) => data[i] < level) : cut;
  const isMoved = (i: number) => labels[i] !== map.labels[i];
  const isByPaper = (p: number, q: number) => labels[p] === NO_PLATE || labels[q] === NO_PLATE;
  return {
    ...map,
    labels,
    borderAt: (p, q) =>
      isByPaper(p, q) && (isMoved(p) || isMoved(q))
        ? (level - data[p]) / (data[q] - data[p])
        : map.borderAt(p, q),
  };
}

/** Pixels of no plate that are ink are of the nearest plate. */
function withNearest({ width, height, labels }: TakenMap, isInk: (i: number) => boolean): Uint8Array {
  const isPlate = labels.map((label) => (label === NO_PLATE ? 0 : 1));
  if (!isPlate.includes(1)) return labels;
  const { nearest } = distanceTransform(isPlate, width, height, 1, { nearest: true });
  return labels.map((label, i) => (label === NO_PLATE && isInk(i) ? labels[nearest[i]] : label));
}

/** Areas of fewer than `least` pixels become part of the neighbour they touch the most. */
export function withoutSpecks(map: TakenMap, least: number): TakenMap {
  if (least <= 1) return map;
  const { width, height } = map;
  const labels = map.labels.slice();
  const seen = new Uint8Array(labels.length);
  const stack: number[] = [];
  for (let from = 0; from < labels.length; from++) {
    if (seen[from]) continue;
    seen[from] = 1;
    stack.length = 0;
    stack.push(from);
    const label = labels[from];
    const touched = new Map<number, number>();
    for (const i of stack) {
      const x = i % width;
      const y = (i - x) / width;
      const visit = (other: number) => {
        if (labels[other] !== label) touched.set(labels[other], (touched.get(labels[other]) ?? 0) + 1);
        else if (!seen[other]) {
          seen[other] = 1;
          stack.push(other);
        }
      };
      if (x > 0) visit(i - 1);
      if (x < width - 1) visit(i + 1);
      if (y > 0) visit(i - width);
      if (y < height - 1) visit(i + width);
    }
    if (stack.length >= least || touched.size === 0) continue;
    const [[most]] = [...touched].sort((a, b) => b[1] - a[1]);
    for (const i of stack) labels[i] = most;
  }
  return { ...map, labels };
}

/**
 * Each plate's ink as a grey picture, the plates given from the back. A plate reaches so many pixels under those above
 * it; Infinity stacks them: each covers all that lies on it.
 */
export function plateSheets(
  map: TakenMap,
  plates: readonly number[],
  reach: number,
  context: Context,
): GreyPicture[] {
  return plates.map((plate, k) => {
    const above = new Set(plates.slice(k));
    const stacked = sheetOf(map, (label) => above.has(label));
    if (reach === Infinity) return stacked;
    const own = sheetOf(map, (label) => label === plate);
    const wider = rimTones(signedDistance({ ...own, level: RIM_LEVEL }, [reach], context), reach);
    return { ...own, data: wider.map((tone, i) => Math.max(tone, stacked.data[i])) };
  });
}

/** Some of the plates as ink, the others as paper. */
function sheetOf(
  { width, height, labels, borderAt }: TakenMap,
  isInk: (label: number) => boolean,
): GreyPicture {
  const own = (i: number) => isInk(labels[i]);
  const data = new Uint8Array(labels.length);
  for (let i = 0; i < data.length; i++) data[i] = isInk(labels[i]) ? 0 : 255;
  softenRims(data, width, height, own, borderAt);
  return { width, height, data };
}

/** Rims' pixels get the tones whose contour at half way runs where the border is. */
function softenRims(
  data: Uint8Array,
  width: number,
  height: number,
  own: (i: number) => boolean,
  borderAt: TakenMap['borderAt'],
): void {
  const hard = data.slice();
  const soften = (p: number, q: number) => {
    if (hard[p] === hard[q]) return;
    const [ink, paper] = own(p) ? [p, q] : [q, p];
    const share = Math.min(0.95, Math.max(0.05, borderAt(ink, paper)));
    // Contours interpolate between the two tones: one is bent from full ink or bare paper so that they cross there.
    if (share > 0.5) data[paper] = Math.min(data[paper], Math.round(127.5 / share));
    else data[ink] = Math.max(data[ink], Math.round(255 - 127.5 / (1 - share)));
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (x + 1 < width) soften(i, i + 1);
      if (y + 1 < height) soften(i, i + width);
    }
  }
}
