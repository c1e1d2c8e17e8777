import type { DrawingPlate, FileUnit } from '../../format';
import { TIDY_DEFAULTS, type TidySettings, type VectorCounts } from '../../line';

/** How the vector file that a job begins with is taken. */
export interface VectorSettings extends TidySettings {
  /** Millimetres of its unit, where it does not say itself. */
  millimetresPerUnit: number | null;
  /** Plates that are left out, by name. */
  without: string[];
}

export const VECTOR_DEFAULTS: VectorSettings = { ...TIDY_DEFAULTS, millimetresPerUnit: null, without: [] };

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
