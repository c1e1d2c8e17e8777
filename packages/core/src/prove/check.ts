import type { Box, Point } from '../geometry';
import type { DrawingPath, DrawingPlate } from '../format';
import type { CutGround } from './cut-ground';
import type { SheetLeft } from './sheets';
import type { Limits } from './limits';
import type { Remedy } from './remedies';
import type { Want } from './wanted';

/** How grave it is: the file would be spoiled on the machine, might be, or something is worth knowing. */
export const SEVERITIES = ['stop', 'warn', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** Something Prove noticed: what it is, in one sentence with its figures. */
export interface Finding {
  kind: string;
  severity: Severity;
  /** In how many places. */
  count: number;
  /** In the check's own unit: the worst there is, and what is allowed. */
  measured: number;
  allowed: number;
  /** Where, in millimetres, the worst first; nowhere for what is of the whole piece. */
  places: Point[];
  /** What was measured in each of them. */
  sizes: number[];
  /** How far it reaches in all, in millimetres, where places are stretches. */
  extent?: number;
  /** Along which lines, where places are stretches: x and y of each of their corners. */
  stretches?: readonly (readonly number[])[];
  message: string;
  hint: string;
  /** What mends it, the best first; nothing where only another drawing would. */
  remedies?: readonly Remedy[];
  /** What is measured are lengths, which grow as the piece does. */
  grows?: true;
}

/** What is to be proven: paths in millimetres, and how they came to their size. */
export interface Given {
  paths: readonly DrawingPath[];
  /** What is cut through of each sheet, and what lies in what. */
  grounds: readonly CutGround[];
  frame: Box;
  hasTrueSize: boolean;
  /** What could not be made and is not among the paths: its name, why, and what to do. */
  leftOut: readonly { name: string; message: string; hint: string }[];
  /** Contours for which a task was said, and which are not there any more. */
  lostTasks: number;
  /** Texts of a file that are letters of a font still, and no paths. */
  texts: number;
  /** Millimetres that a pixel of the source picture becomes; undefined where there is none. */
  pixel: number | undefined;
  /** It is made to be read from behind; undefined where nobody can tell. */
  mirrored: boolean | undefined;
  /** Plates that are to be cut. */
  plates: readonly DrawingPlate[];
  /** What was taken otherwise than a file may have meant it, a sentence each. */
  asRead: readonly string[];
  /** The page of a file, which nothing runs off; undefined where there is none. */
  page: Box | undefined;
  /** What is to come out of it. */
  want: Want;
}

/** What is proven, with what a tool leaves of each sheet. */
export interface Subject extends Given {
  sheets: readonly SheetLeft[];
}

/** One thing that is looked at, by itself: what it reads of the subject decides when it is looked at again. */
export interface Check {
  kind: string;
  remedies?: readonly Remedy[];
  grows?: true;
  reads: readonly (keyof Subject)[];
  check(subject: Subject, limits: Limits): Finding[];
}

/** What a check finds, with what it says of all that it finds; a finding that none of its remedies mends says so itself. */
export const foundBy = ({ check, remedies, grows }: Check, subject: Subject, limits: Limits): Finding[] =>
  check(subject, limits).map((finding) => ({
    ...finding,
    ...(remedies && !finding.remedies ? { remedies } : {}),
    ...(grows ? { grows } : {}),
  }));

/** A place where something was measured. */
export interface Measured {
  at: Point;
  measured: number;
}

/** A finding of places, the worst first; none where there are none. */
export function findingOf(
  found: readonly Measured[],
  about: Pick<Finding, 'kind' | 'severity' | 'allowed' | 'hint'>,
  says: (count: number, worst: number) => string,
): Finding[] {
  if (found.length === 0) return [];
  const [{ measured }] = found;
  return [
    {
      ...about,
      count: found.length,
      measured,
      places: found.map(({ at }) => at),
      sizes: found.map((one) => one.measured),
      message: says(found.length, measured),
    },
  ];
}

const INCH = 25.4;

/** A length in a sentence, in the unit that people count in. */
export const told = (length: number, units: Limits['units']): string =>
  units === 'in' ? `${Number((length / INCH).toFixed(4))} in` : `${Number(length.toFixed(3))} mm`;

/** An area in a sentence. */
export function toldArea(area: number, units: Limits['units']): string {
  if (units === 'in') return `${Number((area / INCH / INCH).toFixed(3))} in²`;
  return area < 1000 ? `${area.toFixed(1)} mm²` : `${(area / 100).toFixed(1)} cm²`;
}

/** So many of something, in words. */
export const counted = (count: number, one: string, many: string): string =>
  `${count} ${count === 1 ? one : many}`;
