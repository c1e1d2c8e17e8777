import type { FileUnit } from '../vector-drawing';

/** Millimetres in each unit that $INSUNITS may name (DXF reference); 0 names none. */
export const MILLIMETRES: Record<number, number> = {
  1: 25.4,
  2: 304.8,
  3: 1_609_344,
  4: 1,
  5: 10,
  6: 1000,
  7: 1_000_000,
  8: 25.4e-6,
  9: 0.0254,
  10: 914.4,
  11: 1e-7,
  12: 1e-6,
  13: 1e-3,
  14: 100,
  15: 10_000,
  16: 100_000,
};

const NAMES: Record<number, FileUnit> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' };

/** The unit of a number; null for none. */
export const unitOf = (insunits: number): FileUnit | null =>
  MILLIMETRES[insunits] === undefined ? null : (NAMES[insunits] ?? 'other');
