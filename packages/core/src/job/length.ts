import { DrelkError } from '../error';

const MILLIMETRES = { mm: 1, cm: 10, in: 25.4, '"': 25.4 } as const;
const MIXED = /^(?:(\d+(?:[.,]\d+)?)|(?:(\d+)[ -]+)?(\d+)\s*\/\s*(\d+))\s*(mm|cm|in|")?$/i;

/**
 * Millimetres of a length as people write it: "55", "55 mm", "5.5 cm", "4 1/2", "4-1/2 in", "3/8\"". Without
 * a unit it is in `unit`. Throws `bad-length` for anything else, and for zero.
 */
export function parseLength(text: string, unit: 'mm' | 'in'): number {
  const match = MIXED.exec(text.trim());
  if (match) {
    const [, decimal, whole, over, under, suffix] = match;
    const value = decimal
      ? Number(decimal.replace(',', '.'))
      : Number(whole ?? 0) + Number(over) / Number(under);
    const length =
      value * MILLIMETRES[(suffix?.toLowerCase() as keyof typeof MILLIMETRES | undefined) ?? unit];
    if (length > 0 && Number.isFinite(length)) return length;
  }
  throw new DrelkError(
    'bad-length',
    `“${text}” is not a length.`,
    'Write it like 55 mm, 5.5 cm, 2.25 in or 4 1/2 in.',
  );
}

/** A length for reading: millimetres to a hundredth, or inches with the nearest 64th where it is exact. */
export function formatLength(millimetres: number, unit: 'mm' | 'in'): string {
  if (unit === 'mm') return `${trimmed(millimetres, 2)} mm`;
  const inches = millimetres / 25.4;
  const parts = Math.round(inches * 64);
  if (parts === 0 || Math.abs(parts / 64 - inches) > 5e-4) return `${trimmed(inches, 3)} in`;
  const whole = Math.floor(parts / 64);
  let over = parts % 64;
  let under = 64;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  const fraction = over > 0 ? `${over}/${under}` : '';
  return `${[whole > 0 ? whole : '', fraction].filter(Boolean).join(' ')} in`;
}

const trimmed = (value: number, decimals: number) => String(Number(value.toFixed(decimals)));
