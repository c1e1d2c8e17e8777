export { fitsOn } from './checks/parts';
export {
  counted,
  foundBy,
  type Finding,
  type Given,
  type Severity,
  type Subject,
  told,
  toldArea,
} from './check';
export { cutGrounds, sheetsOf } from './cut-ground';
export { doubledWithin, limitsOf } from './limits';
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
export { PROVE_DEFAULTS, type ProveSettings } from './settings';
export { outcomeOf } from './outcome';
export { partsIn, sheetsLeft } from './sheets';
export { subjectOf } from './subject';
export { WANTED, type Wanted, wantOf } from './wanted';
