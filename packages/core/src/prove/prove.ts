import { type Check, type Finding, SEVERITIES, type Subject, foundBy } from './check';
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

/** The kinds of what can be found, by which findings are waived. */
export const CHECK_KINDS: readonly string[] = CHECKS.map(({ kind }) => kind);

/** Those of the first material and tool of a workshop. */
export const LIMITS: Limits = limitsOf(MATERIALS[0], TOOLS[0]);

/** What was found, and what of it is waived, with the reason. */
export interface Proof {
  findings: Finding[];
  waived: (Finding & { reason: string })[];
}

/** Looks at a subject before it is handed off. */
export const prove = (subject: Subject, limits: Limits = LIMITS): Proof =>
  proofOf(CHECKS.flatMap((check) => foundBy(check, subject, limits)));

/** Findings, the gravest first; kinds that are waived are set apart, with the reason. */
export function proofOf(found: readonly Finding[], waived: Readonly<Record<string, string>> = {}): Proof {
  const gravity = ({ severity }: Finding) => SEVERITIES.indexOf(severity);
  const findings = [...found].sort((a, b) => gravity(a) - gravity(b));
  return {
    findings: findings.filter(({ kind }) => !(kind in waived)),
    waived: findings.flatMap((one) => (one.kind in waived ? [{ ...one, reason: waived[one.kind] }] : [])),
  };
}
