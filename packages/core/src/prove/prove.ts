import { type Check, type Finding, type Given, SEVERITIES, foundBy } from './check';
import { asRead } from './checks/as-read';
import { coarse } from './checks/coarse';
import { crossing, selfCrossing } from './checks/crossing';
import { duplicate } from './checks/duplicate';
import { innerCorner } from './checks/inner-corner';
import { leftOut } from './checks/left-out';
import { lostTasks } from './checks/lost-tasks';
import { mirrored } from './checks/mirrored';
import { narrowSlot, neck, sharpTip, wall } from './checks/narrow';
import { nesting } from './checks/nesting';
import { shortSegments, tooManyNodes } from './checks/nodes';
import { open } from './checks/open';
import { asunder, island, outsideBed } from './checks/parts';
import { apart, bitten } from './checks/left';
import { notThisTool, overEdge, tooDeep } from './checks/surface';
import { flush } from './checks/flush';
import { offPage } from './checks/off-page';
import { sameOutline } from './checks/same-outline';
import type { ProveSettings } from './settings';
import type { Want } from './wanted';
import { partsIn, sheetsLeft } from './sheets';
import { sliver, smallHole, speck } from './checks/small';
import { textAsText } from './checks/text-as-text';
import { trueSize } from './checks/true-size';
import { unreachedPlate } from './checks/unreached-plate';
import { weak } from './checks/weak';
import { type Limits, limitsOf } from './limits';
import { MATERIALS, TOOLS } from '../machine';

/** Everything that is looked at, in the order in which it is told among what is as grave. */
export const CHECKS: readonly Check[] = [
  leftOut,
  textAsText,
  open,
  trueSize,
  outsideBed,
  notThisTool,
  tooDeep,
  crossing,
  selfCrossing,
  nesting,
  duplicate,
  sameOutline,
  island,
  asunder,
  bitten,
  neck,
  wall,
  weak,
  narrowSlot,
  smallHole,
  speck,
  sliver,
  overEdge,
  innerCorner,
  apart,
  offPage,
  flush,
  sharpTip,
  tooManyNodes,
  shortSegments,
  coarse,
  mirrored,
  unreachedPlate,
  lostTasks,
  asRead,
];

/** The kinds of what can be found, by which findings are waived. */
export const CHECK_KINDS: readonly string[] = CHECKS.map(({ kind }) => kind);

/** Those of the first material and tool of a workshop. */
export const LIMITS: Limits = limitsOf(MATERIALS[0], TOOLS[0]);

/** What was found, and what of it is waived, with the reason. */
export interface Proof {
  findings: Finding[];
  waived: (Finding & { reason: string })[];
  /** So many parts come out of all sheets, and what is to come out. */
  parts: number;
  want: Want;
}

/** Looks at what is given before it is handed off. */
export function prove(given: Given, limits: Limits = LIMITS): Proof {
  const subject = { ...given, sheets: sheetsLeft(given.grounds, limits) };
  return proofOf(
    CHECKS.flatMap((check) => foundBy(check, subject, limits)),
    { parts: partsIn(subject.sheets), want: subject.want },
  );
}

const NOTHING_WAIVED = { waived: {}, waivedAt: {} };

/** Figures that differ by less than this share are what they were. */
const SAME = 0.01;

/** Findings, the gravest first; kinds that are waived are set apart, with the reason, as long as no more is found than when they were. */
export function proofOf(
  found: readonly Finding[],
  comes: Pick<Proof, 'parts' | 'want'>,
  { waived, waivedAt }: Pick<ProveSettings, 'waived' | 'waivedAt'> = NOTHING_WAIVED,
): Proof {
  const gravity = ({ severity }: Finding) => SEVERITIES.indexOf(severity);
  const isWaived = ({ kind, count, measured }: Finding) => {
    if (!(kind in waived)) return false;
    const at = waivedAt[kind];
    return !at || (count <= at.count && Math.abs(measured - at.measured) <= SAME * Math.abs(at.measured));
  };
  const findings = [...found].sort((a, b) => gravity(a) - gravity(b));
  return {
    ...comes,
    findings: findings.filter((one) => !isWaived(one)),
    waived: findings.flatMap((one) => (isWaived(one) ? [{ ...one, reason: waived[one.kind] }] : [])),
  };
}
