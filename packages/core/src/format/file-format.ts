import type { Drawing } from './drawing';

/** One thing that can be chosen of a format: what it is, and what there is to choose from, the usual first. */
export interface FormatOption {
  id: string;
  name: string;
  choices: readonly { id: string; name: string }[];
}

/** What is chosen of a format, by its options' ids. */
export type Chosen = Readonly<Record<string, string>>;

/** A kind of file: how a drawing becomes its bytes, and what these hold when they are read back. */
export interface FileFormat {
  /** Its name, for people. */
  name: string;
  ending: string;
  options: readonly FormatOption[];
  /** What the file is for, in a sentence. */
  note: string;
  /** What of a drawing the file is to hold, in what unit and from what corner on, as is chosen. */
  meant(drawing: Drawing, chosen: Chosen): Drawing;
  /** The bytes of a drawing that is as it is meant. */
  write(drawing: Drawing, chosen: Chosen): Uint8Array<ArrayBuffer>;
  /** Strictly what `write` gives: anything else throws `bad-drawing`. */
  readBack(bytes: Uint8Array): Drawing;
}

/** What is usual of each option. */
export const usualOf = ({ options }: Pick<FileFormat, 'options'>): Chosen =>
  Object.fromEntries(options.map(({ id, choices }) => [id, choices[0].id]));
