import { type Check, type Finding, SEVERITIES, type Subject } from './check';
import { coarse } from './checks/coarse';
import { crossing, selfCrossing } from './checks/crossing';
import { duplicate } from './checks/duplicate';
import { innerCorner } from './checks/inner-corner';
import { leftOut } from './checks/left-out';
import { mirrored } from './checks/mirrored';
import { narrowSlot, neck, wall } from './checks/narrow';
import { nesting } from './checks/nesting';
import { shortSegments, tooManyNodes } from './checks/nodes';
import { open } from './checks/open';
import { island, outsideBed } from './checks/parts';
import { partsOverlap } from './checks/parts-overlap';
import { sharpTip } from './checks/sharp-tip';
import { sliver, smallHole, speck } from './checks/small';
import { textAsText } from './checks/text-as-text';
import { trueSize } from './checks/true-size';
import { unreachedPlate } from './checks/unreached-plate';
import { weak } from './checks/weak';
import { type Limits, limitsOf } from './limits';
import { MATERIALS, TOOLS } from './workshop';

/** Everything that is looked at, in the order in which it is told among what is as grave. */
export const CHECKS: readonly Check[] = [
  leftOut,
  textAsText,
  open,
  trueSize,
  outsideBed,
  partsOverlap,
  crossing,
  selfCrossing,
  nesting,
  duplicate,
  island,
  neck,
  wall,
  weak,
  narrowSlot,
  smallHole,
  speck,
  sliver,
  innerCorner,
  sharpTip,
  tooManyNodes,
  shortSegments,
  coarse,
  mirrored,
  unreachedPlate,
];

/** Those of the first material and tool of a workshop. */
export const LIMITS: Limits = limitsOf(MATERIALS[0], TOOLS[0]);

/** What was found, and what of it is waived, with the reason. */
export interface Proof {
  findings: Finding[];
  waived: (Finding & { reason: string })[];
}

/**
 * Looks at a subject before it is handed off, the gravest first; `remembered` may know what a check found before. Kinds that are waived
 * are set apart.
 */
export function prove(
  subject: Subject,
  limits: Limits = LIMITS,
  remembered: (check: Check, compute: () => Finding[]) => Finding[] = (_, compute) => compute(),
  waived: Readonly<Record<string, string>> = {},
): Proof {
  const findings = CHECKS.flatMap((check) => remembered(check, () => check.check(subject, limits)));
  const gravity = ({ severity }: Finding) => SEVERITIES.indexOf(severity);
  const sorted = findings.sort((a, b) => gravity(a) - gravity(b));
  return {
    findings: sorted.filter(({ kind }) => !(kind in waived)),
    waived: sorted.flatMap((one) => (one.kind in waived ? [{ ...one, reason: waived[one.kind] }] : [])),
  };
}
