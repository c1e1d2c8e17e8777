import type { Drawing } from '../../format';
import type { Piece } from '../../piece';
import type { Proof } from '../../prove';
import { type Facts, factsOf } from '../facts';
import { type Step, gathered, partOf, setting, work } from '../graph';
import type { VectorFacts } from '../document/vector-settings';
import { artwork, either, parked } from './artwork';
import { edits } from './by-hand';
import { drawnArtwork, drawnFacts } from './drawn';
import { line } from './line';
import { piece } from './piece';
import { proof } from './prove';
import type { Provided, Traced } from './provided';
import { match, tracedArtwork } from './traced';

/** What a job comes to, but for its proof. */
export interface MadeJob {
  /** The paths as they were provided. */
  artwork: Provided;
  piece: Piece;
  drawing: Drawing;
  facts: Facts;
}

/** Everything the stages found, except the files themselves. */
export interface JobResult extends MadeJob {
  proof: Proof;
}

/** The result of a job on a picture. */
export interface PictureResult extends JobResult {
  artwork: Provided & { traced: Traced };
}

/** The result of a job on a vector file. */
export interface VectorResult extends JobResult {
  artwork: Provided & { file: VectorFacts };
}

const units = setting('units', (document) => document.units);
export const drawing = gathered('drawing of the piece', { piece, units }, (reads): Drawing => ({
  frame: reads.piece.frame,
  units: reads.units,
  paths: reads.piece.paths,
}));

const hand = gathered('of the hand', { edits, parked }, (reads) => ({
  edits: reads.edits,
  parked: reads.parked.length,
}));
const pictureFacts = work(
  'facts of a trace',
  { part: 'piece', cost: 5 },
  { piece, hand, line, match },
  (reads) => factsOf(reads.piece, reads.hand, { line: reads.line, match: reads.match }),
);
const nodesBefore = partOf(drawnFacts, 'nodes before', ({ before }) => before.nodes);
const fileFacts = work(
  'facts of a drawing',
  { part: 'piece', cost: 5 },
  { piece, hand, nodesBefore },
  (reads) => factsOf(reads.piece, reads.hand, undefined, reads.nodesBefore),
);

/** The figures people look at. */
export const facts = either('facts', pictureFacts, fileFacts);

const made = { piece, drawing, facts };
export const madeJob = gathered('made job', { artwork, ...made }, (reads): MadeJob => ({ ...reads }));
export const jobResult: Step<JobResult> = gathered('job result', { artwork, ...made, proof }, (reads) => ({
  ...reads,
}));
export const pictureResult: Step<PictureResult> = gathered(
  'picture result',
  { artwork: tracedArtwork, ...made, proof },
  (reads) => ({ ...reads }),
);
export const vectorResult: Step<VectorResult> = gathered(
  'vector result',
  { artwork: drawnArtwork, ...made, proof },
  (reads) => ({ ...reads }),
);
