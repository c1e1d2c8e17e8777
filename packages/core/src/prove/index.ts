export { fitsOn } from './checks/parts';
export { counted, foundBy, type Finding, type Severity, type Subject, toldArea } from './check';
export { cutGrounds } from './cut-ground';
export { limitsOf } from './limits';
export { CHECKS, type Proof, proofOf, prove, CHECK_KINDS } from './prove';
export type { Remedy } from './remedies';
export {
  type Between,
  betweenEdges,
  edgeAt,
  type EdgesBetween,
  footOn,
  gapBetweenShapes,
  measuredBetween,
  type Narrowest,
  narrowestIn,
  narrowestOf,
  radiusAt,
} from './ruler';
export { timesToPass } from './size-to-pass';
export {
  type Material,
  MATERIALS,
  ORIGINS,
  type Process,
  PROCESSES,
  PROVE_DEFAULTS,
  type ProveSettings,
  type Tool,
  TOOL_KINDS,
  type ToolKind,
  TOOLS,
} from './workshop';
export { subjectOf } from './subject';
