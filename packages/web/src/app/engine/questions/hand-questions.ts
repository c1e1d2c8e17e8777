import {
  type Combining,
  type Contour,
  type GivenShape,
  type GreyPicture,
  type MadeContour,
  type Narrowest,
  type Rehearsal,
  type RehearsalSetUp,
  type Reshaping,
  type VectorSettings,
  buffersOf,
  clingToEdge,
  clingToMark,
  combinedShapes,
  fitFollowed,
  followEdge,
  fontsNamedInFile,
  gapBetweenShapes,
  narrowestIn,
  rehearsedFile,
  reshaped,
} from '@drelk/core';
import type { FollowedRun } from '@drelk/core';
import type { EdgeAsked, Place } from '@drelk/runner';
import { fileView } from '../file-view';
import type { FileView } from '../views';
import { type CallsOf, question } from './question';

/** Tones that the page sent along, under their names. */
export const heldTones = new Map<string, GreyPicture>();

interface OnTones {
  /** The name under which they were sent. */
  tones: string;
}

function tonesCalled(name: string): GreyPicture {
  const found = heldTones.get(name);
  if (!found) throw new Error(`there are no tones called ${name}`);
  return found;
}

/** Questions of the moving hand, and about what is no job: they never interrupt what is computed of one. */
export const HAND_QUESTIONS = {
  /** Where a hand means to point, in source pixels. */
  cling: question<OnTones & { at: Place }, Place>(({ tones, at }) => ({
    answer: clingToMark(tonesCalled(tones), at),
  })),
  /** Where a hand means to click on the squared-up picture, and the way there from where it was, along edges. */
  edge: question<OnTones & EdgeAsked, { at: Place; run: FollowedRun | undefined }>(
    ({ tones: name, from, to, reach, dark }) => {
      const tones = tonesCalled(name);
      const at = clingToEdge(tones, to, reach);
      return { answer: { at, run: from && followEdge(tones, from, at, dark) } };
    },
  ),
  /** Curves along places that were followed, or drawn by a free hand. */
  followed: question<{ points: number[]; closed: boolean }, { contour: Contour }>(
    ({ points, closed }, { context }) => ({ answer: { contour: fitFollowed(points, closed, context) } }),
  ),
  /** Shapes made one. */
  combined: question<{ how: Combining; shapes: Contour[][] }, { contours: Contour[] }>(({ how, shapes }) => ({
    answer: { contours: combinedShapes(how, shapes) },
  })),
  /** Shapes made others. */
  reshaped: question<{ shapes: GivenShape[]; what: Reshaping }, { made: MadeContour[] }>(
    ({ shapes, what }, { context }) => ({ answer: { made: reshaped(shapes, what, context) } }),
  ),
  /** The narrowest place of one shape, or of the gap between two: by their contours in millimetres. */
  narrowestIn: question<{ shapes: Contour[][] }, { narrowest: Narrowest | undefined }>(
    ({ shapes: [one, other] }) => ({
      answer: { narrowest: other ? gapBetweenShapes(one, other) : narrowestIn(one) },
    }),
  ),
  /** What a machine does with a file's bytes, from wherever they are. */
  rehearse: question<{ file: ArrayBuffer; name: string; setUp: RehearsalSetUp }, { rehearsal: Rehearsal }>(
    async ({ file, name, setUp }, { fonts, context }) => {
      const bytes = new Uint8Array(file);
      const named = await fonts.named(fontsNamedInFile(bytes));
      const { rehearsal } = rehearsedFile(bytes, name, setUp, { now: context.now, fonts: named });
      return { answer: { rehearsal } };
    },
  ),
  /** What a vector file holds, tidied as is said: nothing of it is kept. */
  file: question<{ file: ArrayBuffer; name: string; settings: VectorSettings }, FileView>(
    async ({ file, name, settings }, { fonts, context }) => {
      const bytes = new Uint8Array(file);
      const view = await fileView({ key: name, name, bytes }, settings, fonts, context);
      return { answer: view, transfer: buffersOf(view.paths) };
    },
  ),
};

export type HandCalls = CallsOf<typeof HAND_QUESTIONS>;
