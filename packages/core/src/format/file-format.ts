import type { Drawing } from './drawing';

/** A kind of cut file: how a drawing becomes its bytes, and what these hold when they are read back. */
export interface FileFormat<Choice extends string> {
  /** Its name, for people. */
  name: string;
  ending: string;
  /** What can be chosen of it, the usual first, each with its name; and what it is that is chosen. */
  choices: readonly { id: Choice; name: string }[];
  choiceOf: string;
  /** What the choice means, in a sentence. */
  note: string;
  write(drawing: Drawing, choice: Choice): Uint8Array<ArrayBuffer>;
  /** Strictly what `write` gives: anything else throws `bad-drawing`. */
  readBack(bytes: Uint8Array): Drawing;
}
