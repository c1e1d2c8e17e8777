export { type NarrowPlace, middleOf } from './narrow/narrow-stretches';
export { asArcs } from './curved/biarcs';
export { movedSideways } from './curved/beside';
export { partBetween, placeOn } from './curved/part';
export { norm } from '../norm';
export {
  type Box,
  type Contour,
  contoursOf,
  type Cubic,
  eachSegment,
  nodeCount,
  type Point,
  type Segment,
  type Shape,
} from './contour';
export { arcCubics, arcPoint, arcThrough, centredArc, circleContour } from './arc';
export {
  boxHeight,
  boxOf,
  boxWidth,
  contourLength,
  cubicPoint,
  lookOf,
  signedArea,
} from './measured/measure';
export { isInside } from './measured/winding';
export { flatten, NESTING_FLATNESS_MM, stepsWithin } from './flatten';
export { mapContour, placeContour, type Placement, placeShape, reverseContour } from './maps/transform';
export { boxOfPoints, insidePolygon, polygonArea } from './polygon';
export { directed, nestContours, nestingOf, parentsAmong } from './measured/nest';
export { distancesBetween, distanceToChords, indexChords, worstDistance } from './near/distance';
export { type DoubledStretch, doubledStretches, pairsDoubled } from './near/doubled';
export { type Gap, gapBetween, nearestPlace } from './near/nearest';
export { leftStanding } from './narrow/left-standing';
export { indexRims, indexSegmentBoxes, type RimIndex } from './near/near-segments';
export { narrowAndTapering, narrowBetween, narrowPlaces, narrowRuns } from './narrow/narrow-places';
export { drawnRings, leastOtherWidth, ringWidth } from './narrow/rings';
export {
  composed,
  type Homography,
  homographyBetween,
  IDENTITY,
  inverted,
  localScale,
  mapPoint,
  mirroredAbout,
  scaledAndMoved,
  turned,
} from './maps/homography';
export {
  type Affine,
  affineAfter,
  affineBack,
  affineContour,
  affinePoint,
  affineScale,
  keepsCircles,
  UNMOVED,
} from './maps/affine';
export {
  coveredBy,
  intersected,
  notCovered,
  offset,
  type OffsetCorners,
  penned,
  subtracted,
  united,
} from './measured/areas';
export { type CrossingPlace, Crossings, findCrossings } from './meeting/crossings';
export { followed, type PlacedSegment } from './meeting/placed-segments';
export {
  buffersOf,
  CLOSED,
  contourAt,
  FOUND_HOLE,
  HOLE,
  ORIGIN,
  originAt,
  packPaths,
  packShapes,
  type Paths,
  type PathOrigin,
  type PathOwner,
  type PathSet,
  PLACES,
  scaledPaths,
  shapesIn,
} from './path-set';
export { contourOf, isWhole, keptContour, type KeptContour } from './nodes/kept-contour';
export { pickPath } from './near/pick';
export {
  type Figure,
  figureOf,
  FIGURES,
  type Form,
  formContour,
  type FormKind,
  withFigure,
} from './forms/form';
export { type FittedForm, formsLike } from './forms/fit-form';
export { cornersTurned, directionFrom, directionTo, endOf, splitSegment, startOf } from './segment';
export { nearestOn, nodesOf, withHandleAt, withNodeIn } from './nodes/nodes';
export { cutAtNodes, type RunKind, withNodesMoved, withoutNodes, withRunAs } from './nodes/node-run';
export { axesOf } from './measured/axes';
export { closedContour, cutAtNode, gapOfEnds, isNearlyClosed, joinedContours } from './nodes/ends';
export { alongOf, cornersAlong, nearestAlong, onAt, placesAlong, runsBetween } from './nodes/along';
export { combineAreas, type Combining } from './curved/combine';
export { splineContour, splineThrough } from './curved/spline';
export { withoutBits } from './tidy/bits';
export { chordsToArcs } from './tidy/chords-to-arcs';
export { joinEnds } from './tidy/join-ends';
export { merged } from './tidy/merged';
export { withoutDoubles } from './tidy/without-doubles';
export { withoutOverlaps } from './tidy/without-overlaps';
