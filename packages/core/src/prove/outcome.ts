import type { Finding } from './check';
import type { Proof } from './prove';

/** What a remedy made of what was found. */
export interface Outcome {
  /** What it promised to mend is gone, or less. */
  isMended: boolean;
  /** What speaks against keeping it, a sentence each: something spoils the cut now, comes apart, or in more places is wrong than it mends by far. */
  worse: string[];
  /** What is wrong in a few more places than before, where it is kept all the same. */
  also: string[];
}

/** What is compared of a proof. */
type Told = Pick<Proof, 'findings' | 'parts'>;

/** Figures that differ by less than this share are the same. */
const SAME = 0.01;
/** Of what is mended, so much may be wrong elsewhere: a strip that holds a part makes a wall. */
const MOST_ADDED = 0.25;
/** A part that falls out or off is lost, and outweighs so many places that are too thin. */
const LOST: readonly string[] = ['island', 'asunder'];
const LOST_WEIGHS = 3;

/** Compares what is found before and after a remedy for one kind of finding: not that kind alone, but all, and what hangs together. */
export function outcomeOf(before: Told, after: Told, kind: string): Outcome {
  const of = ({ findings }: Told) => new Map(findings.map((one) => [one.kind, one]));
  const [was, is] = [of(before), of(after)];
  const [wrong, left] = [was.get(kind), is.get(kind)];
  const isMended = !left || (wrong !== undefined && isLess(left, wrong));
  const others = after.findings.filter((one) => one.kind !== kind && one.severity !== 'note');
  const more = others.filter((one) => addedTo(one, was.get(one.kind)) > 0);
  const added = more.reduce((sum, one) => sum + addedTo(one, was.get(one.kind)), 0);
  const mended = isMended ? Math.max(1, (wrong?.count ?? 0) - (left?.count ?? 0)) : 0;
  const isTooMuch = added > MOST_ADDED * mended * (LOST.includes(kind) ? LOST_WEIGHS : 1);
  const spoils = (one: Finding) => one.severity === 'stop' || isTooMuch;
  const worse = more.filter(spoils).map(({ message }) => message);
  if (after.parts > before.parts)
    worse.push(`What hung together in ${before.parts} would come out in ${after.parts} parts.`);
  return { isMended, worse, also: more.filter((one) => !spoils(one)).map(({ message }) => message) };
}

/** In how many more places something is wrong. */
function addedTo(now: Finding, before: Finding | undefined): number {
  if (!before) return now.count;
  // A stretch that is parted is no more of it.
  if (now.extent !== undefined && before.extent !== undefined && now.extent <= (1 + SAME) * before.extent)
    return 0;
  if (before.severity !== 'stop' && now.severity === 'stop') return now.count;
  return Math.max(0, now.count - before.count);
}

function isLess(now: Finding, before: Finding): boolean {
  if (now.count !== before.count) return now.count < before.count;
  const share = (now.measured - before.measured) / Math.max(Math.abs(before.measured), 1e-9);
  return before.grows ? share > SAME : share < -SAME;
}
