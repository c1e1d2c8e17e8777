import type { FileUnit } from '../vector-drawing';

/** Millimetres in each absolute unit (CSS Values and Units 3, section 6.2: 1in = 96px = 72pt = 6pc). */
const MILLIMETRES: Record<string, number> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
};
export const PIXEL = MILLIMETRES['px'];
export const POINT = MILLIMETRES['pt'];

/** Pixels of a font's size and of its letter x where a file says nothing of fonts (CSS: medium is 16px; ex half of it). */
const EM = 16;
const EX = 8;

/** A length as it is written: a number and its unit in small letters, or undefined for what is none. */
export function writtenLength(text: string | undefined): { value: number; unit: string } | undefined {
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z]*|%)\s*(?:!important)?\s*$/i.exec(
    text ?? '',
  );
  const value = match ? Number(match[1]) : NaN;
  return match && Number.isFinite(value) ? { value, unit: match[2].toLowerCase() } : undefined;
}

/** User units of a length; shares are of `whole`. Undefined for what is none. */
export function userLength(text: string | undefined, whole: number): number | undefined {
  const length = writtenLength(text);
  if (!length) return undefined;
  const { value, unit } = length;
  if (unit === '') return value;
  if (unit === '%') return (value / 100) * whole;
  if (unit === 'em' || unit === 'rem') return value * EM;
  if (unit === 'ex' || unit === 'ch') return value * EX;
  const millimetres = MILLIMETRES[unit];
  return millimetres === undefined ? undefined : (value * millimetres) / PIXEL;
}

/** The unit of a page's length, where it has a true size: pixels and shares have none. */
export function trueUnit(text: string | undefined): FileUnit | null {
  const unit = writtenLength(text)?.unit ?? '';
  if (unit === 'mm' || unit === 'cm' || unit === 'in' || unit === 'pt') return unit;
  return unit === 'pc' || unit === 'q' ? 'other' : null;
}
