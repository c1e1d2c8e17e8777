import type { Finding } from './check';

/** Widths are measured to this share of what is allowed. */
const SURE = 0.004;

/**
 * How many times as large the piece has to be for all lengths that were found too small to be as large as is allowed; undefined where
 * none was. What was not found is larger already, and stays so.
 */
export function timesToPass(findings: readonly Finding[]): number | undefined {
  const factors = findings
    .filter(({ grows, measured }) => grows && measured > 0)
    .map(({ measured, allowed }) => (allowed * (1 + SURE)) / measured);
  return factors.length > 0 ? Math.max(...factors) : undefined;
}
