import type { Finding } from './check';
import type { Proof } from './prove';

/** What a remedy made of what was found. */
export interface Outcome {
  /** What it promised to mend is gone, or less. */
  isMended: boolean;
  /** What is wrong now and was not, or is wrong in more places, a sentence each. */
  worse: string[];
}

/** Figures that differ by less than this share are the same. */
const SAME = 0.01;

/** Compares what is found before and after a remedy for one kind of finding: not that kind alone, but all, and what hangs together. */
export function outcomeOf(before: Proof, after: Proof, kind: string): Outcome {
  const of = ({ findings }: Proof) => new Map(findings.map((one) => [one.kind, one]));
  const [was, is] = [of(before), of(after)];
  const worse = after.findings
    .filter((one) => one.severity !== 'note' && one.kind !== kind && isWorse(one, was.get(one.kind)))
    .map(({ message }) => message);
  if (after.parts > before.parts)
    worse.push(`What hung together in ${before.parts} would come out in ${after.parts} parts.`);
  const [wrong, left] = [was.get(kind), is.get(kind)];
  return { isMended: !left || (wrong !== undefined && isLess(left, wrong)), worse };
}

const isWorse = (now: Finding, before: Finding | undefined): boolean =>
  !before || now.count > before.count || (before.severity !== 'stop' && now.severity === 'stop');

function isLess(now: Finding, before: Finding): boolean {
  if (now.count !== before.count) return now.count < before.count;
  const share = (now.measured - before.measured) / Math.max(Math.abs(before.measured), 1e-9);
  return before.grows ? share > SAME : share < -SAME;
}
