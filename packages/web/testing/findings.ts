import { CHECKS, type Finding } from '@drelk/core';

/** A finding with what its check says of all that it finds. */
export function asFound(finding: Finding): Finding {
  const { remedies, grows } = CHECKS.find(({ kind }) => kind === finding.kind) ?? {};
  return { ...finding, remedies, grows };
}
