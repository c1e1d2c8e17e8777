import type { Check, Finding, Limits, Subject } from './check';
import { coarse } from './checks/coarse';
import { leftOut } from './checks/left-out';
import { open } from './checks/open';
import { trueSize } from './checks/true-size';

/** Everything that is looked at, in the order in which it is told. */
export const CHECKS: readonly Check[] = [leftOut, open, trueSize, coarse];

export const LIMITS: Limits = {
  // A pixel larger than this leaves marks that a finger feels; common practice, no source.
  coarsePixel: 0.5,
};

/** What was found. */
export interface Proof {
  findings: Finding[];
}

/** Looks at a subject before it is handed off; `remembered` may know what a check found before. */
export function prove(
  subject: Subject,
  limits: Limits = LIMITS,
  remembered: (check: Check, compute: () => Finding[]) => Finding[] = (_, compute) => compute(),
): Proof {
  return {
    findings: CHECKS.flatMap((check) => remembered(check, () => check.check(subject, limits))),
  };
}
