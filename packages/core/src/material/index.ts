export { type Bite, bitesIn } from './bites';
export { type Freed, freedIn, type LooseWork } from './freed';
export { type Gap, type Remains, type Remnant, remainsOf } from './remains';
export { type OverEdge, overEdges } from './over-edge';
export { placeWithin } from './place-within';
export { type Standing, standingIn } from './standing';
