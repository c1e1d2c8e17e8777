import type { CheckKind, Finding } from './check';

/** Findings of lengths that grow as the piece does. */
const GROWING: ReadonlySet<CheckKind> = new Set([
  'neck',
  'wall',
  'narrow-slot',
  'small-hole',
  'speck',
  'sliver',
]);
/** Widths are measured to this share of what is allowed. */
const SURE = 0.004;

/**
 * How many times as large the piece has to be for all lengths that were found too small to be as large as is allowed; undefined where
 * none was. What was not found is larger already, and stays so.
 */
export function timesToPass(findings: readonly Finding[]): number | undefined {
  const factors = findings
    .filter(({ kind, measured }) => GROWING.has(kind) && measured > 0)
    .map(({ measured, allowed }) => (allowed * (1 + SURE)) / measured);
  return factors.length > 0 ? Math.max(...factors) : undefined;
}
