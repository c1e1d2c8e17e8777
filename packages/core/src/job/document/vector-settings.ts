import type { DrawingPlate, FileUnit } from '../../format';
import { TIDY_DEFAULTS, type TidySettings, type VectorCounts } from '../../line';
import { type Settings, above, figure, setting, usualOf, words } from '../../settings';

/** How the vector file that a job begins with is taken. */
export interface VectorSettings extends TidySettings {
  /** Millimetres of its unit, where it does not say itself. */
  millimetresPerUnit: number | null;
  /** Plates that are left out, by name. */
  without: string[];
}

/** Each setting of a vector file. */
export const VECTOR = {
  millimetresPerUnit: setting<number | null>(null, words(null), above(0, 100_000)),
  join: setting(TIDY_DEFAULTS.join, figure(0, 1000)),
  simplify: setting(TIDY_DEFAULTS.simplify, words(null), above(0, 1000)),
  without: setting<string[]>([], { form: 'lines', most: 1000, longest: 300 }),
} satisfies Settings<VectorSettings>;

export const VECTOR_DEFAULTS: VectorSettings = usualOf<VectorSettings>(VECTOR);

/** What a layer or colour of the file is, and how many shapes lie on it. */
export interface VectorPlate extends DrawingPlate {
  shapes: number;
}

/** What was found in a vector file, and mended. */
export interface VectorFacts {
  unit: FileUnit | null;
  before: VectorCounts;
  after: VectorCounts;
  mended: Record<string, number>;
  left: Record<string, number>;
  plates: VectorPlate[];
}
