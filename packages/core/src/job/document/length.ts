import { DrelkError } from '../../error';

const MILLIMETRES = { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4 } as const;
const FOOT = 12 * 25.4;

/** "4", "4.5", ".5", "1/2", "4 1/2" or "4-1/2". */
const NUMBER = String.raw`(?:\d+[ -]+)?\d+\s*\/\s*\d+|\d*\.?\d+`;
const LENGTH = new RegExp(
  String.raw`^(?:(${NUMBER})\s*(?:ft|feet|'))?\s*(?:(${NUMBER})\s*(mm|cm|m|in|inch|inches|")?)?$`,
  'i',
);
/** Fractions that have a character of their own. */
const VULGAR: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** Nobody means more turns than ten. */
const MOST_DEGREES = 3600;

/**
 * Millimetres of a length as people write it: "55", "55 mm", "5,5 cm", ".5", "4 1/2", "4½ in", "3/8\"", "2 ft 6 in",
 * "2' 6\"". Without a unit it is in `unit`. Throws `bad-length` for anything else, and for zero.
 */
export function parseLength(text: string, unit: 'mm' | 'in'): number {
  const plain = text
    .trim()
    .replace(/[¼½¾⅓⅔⅛⅜⅝⅞]/g, (fraction) => ` ${VULGAR[fraction]}`)
    .replace(',', '.')
    .replace(/[′’]/g, "'")
    .replace(/[″”]/g, '"')
    .trim();
  const [, feet, rest, suffix = ''] = LENGTH.exec(plain) ?? [];
  const named = suffix.toLowerCase().replace(/^inch(es)?$/, 'in') as keyof typeof MILLIMETRES | '';
  // After feet come inches, and nothing else.
  const isMixed = feet !== undefined && named !== '' && named !== 'in' && named !== '"';
  const size = MILLIMETRES[named === '' ? (feet === undefined ? unit : 'in') : named];
  const length = FOOT * numberOf(feet) + size * numberOf(rest);
  if (!isMixed && length > 0 && Number.isFinite(length)) return length;
  throw new DrelkError(
    'bad-length',
    `“${text}” is not a length.`,
    'Write it like 55 mm, 5.5 cm, 2.25 in, 4 1/2 in or 2 ft 6 in.',
  );
}

/**
 * A length to either side, in millimetres: as `parseLength`, with a sign before it, or nought. Throws `bad-length`.
 */
export function parseOffset(text: string, unit: 'mm' | 'in'): number {
  const [, sign, rest] = /^\s*([-+−]?)(.*)$/s.exec(text) ?? [];
  if (/^\s*0+([.,]0*)?\s*(mm|cm|m|in|["″])?\s*$/.test(rest)) return 0;
  return (sign === '-' || sign === '−' ? -1 : 1) * parseLength(rest, unit);
}

/** Degrees as people write them: "90", "-12,5", "30°". Throws `bad-angle`. */
export function parseAngle(text: string): number {
  const plain = text.trim().replace(',', '.').replace('−', '-').replace(/\s*°$/, '');
  const degrees = plain === '' ? NaN : Number(plain);
  if (Number.isFinite(degrees) && Math.abs(degrees) <= MOST_DEGREES) return degrees;
  throw new DrelkError('bad-angle', `“${text}” is no angle.`, 'Write degrees, such as 90 or -12.5.');
}

function numberOf(text: string | undefined): number {
  if (!text) return 0;
  const fraction = /^(?:(\d+)[ -]+)?(\d+)\s*\/\s*(\d+)$/.exec(text);
  return fraction ? Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]) : Number(text);
}

/** What lengths are given in, the roundest first: millimetres, and inches as decimals and as fractions. */
const ROUND_MILLIMETRES = [10, 5, 1, 0.5, 0.1];
const ROUND_INCHES = [
  [1, 0.5, 0.1, 0.05],
  [1, 1 / 2, 1 / 4, 1 / 8, 1 / 16, 1 / 32, 1 / 64],
];

/**
 * Round lengths, in millimetres, that a measured one may be meant as, where it is not sure by `doubt`: the roundest within
 * that, in the job's unit; in inches as a decimal and as a fraction, the nearer first.
 */
export function roundLengths(millimetres: number, doubt: number, unit: 'mm' | 'in'): number[] {
  const one = unit === 'mm' ? 1 : 25.4;
  const value = millimetres / one;
  const found = (unit === 'mm' ? [ROUND_MILLIMETRES] : ROUND_INCHES).flatMap((steps) => {
    const step = steps.find((each) => {
      const near = Math.round(value / each) * each;
      return near > 0 && Math.abs(near - value) * one <= doubt;
    });
    return step === undefined ? [] : [Number((Math.round(value / step) * step).toFixed(6)) * one];
  });
  return [...new Set(found)].sort((a, b) => Math.abs(a - millimetres) - Math.abs(b - millimetres));
}

/** A length for reading: millimetres to a hundredth, or inches with the nearest 64th where it is exact. */
export function formatLength(millimetres: number, unit: 'mm' | 'in'): string {
  if (unit === 'mm') return `${trimmed(millimetres, 2)} mm`;
  const inches = millimetres / 25.4;
  const parts = Math.round(inches * 64);
  if (parts === 0 || Math.abs(parts / 64 - inches) > 5e-4) return `${trimmed(inches, 3)} in`;
  return `${inchFraction(parts)} in`;
}

/** So many 64ths as inches and a fraction in its lowest terms, such as "4 1/2". */
export function inchFraction(parts: number): string {
  if (parts === 0) return '0';
  const sign = parts < 0 ? '−' : '';
  const whole = Math.floor(Math.abs(parts) / 64);
  let over = Math.abs(parts) % 64;
  let under = 64;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  const fraction = over > 0 ? `${over}/${under}` : '';
  return sign + [whole > 0 ? whole : '', fraction].filter(Boolean).join(' ');
}

/** A small length for reading, to two figures in the unit: what a tolerance or a pixel is. */
export function formatSmall(millimetres: number, unit: 'mm' | 'in'): string {
  const size = unit === 'in' ? millimetres / 25.4 : millimetres;
  return `${Number(size.toPrecision(2))} ${unit}`;
}

/** A length of many contours together, such as a cut: in metres or feet where it is long. */
export function formatLong(millimetres: number, unit: 'mm' | 'in'): string {
  if (unit === 'in')
    return millimetres >= 304.8
      ? `${(millimetres / 304.8).toFixed(2)} ft`
      : `${(millimetres / 25.4).toFixed(2)} in`;
  return millimetres >= 1000 ? `${(millimetres / 1000).toFixed(3)} m` : `${millimetres.toFixed(1)} mm`;
}

const trimmed = (value: number, decimals: number) => String(Number(value.toFixed(decimals)));
