import type { Drawing } from './drawing';
import type { PaintedArea } from './png/painted-area';
import type { WrittenPicture } from './png/written-picture';

/** One of several things that can be chosen of a format, the usual first. */
export interface ListOption {
  id: string;
  name: string;
  choices: readonly { id: string; name: string }[];
}

/** A figure that can be typed of a format, in its unit; it counts only where another option is one of these. */
export interface FigureOption {
  id: string;
  name: string;
  figure: { usual: number; least: number; most: number; unit: 'mm' | 'dpi' };
  counts?: { option: string; where: readonly string[] };
}

export type FormatOption = ListOption | FigureOption;

/** What is chosen of a format, by its options' ids: a choice's id, or a figure. */
export type Chosen = Readonly<Record<string, string | number>>;

interface AnyFormat {
  /** Its name, for people. */
  name: string;
  ending: string;
  options: readonly FormatOption[];
  /** What the file is for, in a sentence. */
  note: string;
  /** What of a drawing the file is to hold, in what unit, from what corner on and in what groups, as is chosen. */
  meant(drawing: Drawing, chosen: Chosen): Drawing;
  /** The bytes of a drawing that is as it is meant. */
  write(drawing: Drawing, chosen: Chosen): Uint8Array<ArrayBuffer>;
}

/** A kind of file that holds paths: how a drawing becomes its bytes, and what these hold when they are read back. */
export interface PathFormat extends AnyFormat {
  holds: 'paths';
  /** How far its contours may lie off as is chosen, in millimetres, where that is more than writing takes. */
  within?(chosen: Chosen): number;
  /** Strictly what `write` gives: anything else throws `bad-drawing`. */
  readBack(bytes: Uint8Array): Drawing;
}

/** A kind of file that holds pixels. */
export interface PictureFormat extends AnyFormat {
  holds: 'pixels';
  /** What it shows: areas, each painted over those before. */
  painted(drawing: Drawing, chosen: Chosen): PaintedArea[];
  /** Pixels per inch. */
  densityOf(chosen: Chosen): number;
  /** Bare ground is nothing at all, and not white. */
  isTransparent(chosen: Chosen): boolean;
  /** Strictly what `write` gives: anything else throws `bad-drawing`. */
  readBack(bytes: Uint8Array): WrittenPicture;
}

export type FileFormat = PathFormat | PictureFormat;

/** What is usual of each option. */
export const usualOf = ({ options }: Pick<FileFormat, 'options'>): Chosen =>
  Object.fromEntries(
    options.map((option) => [option.id, 'figure' in option ? option.figure.usual : option.choices[0].id]),
  );

/** Whether an option makes a difference with what else is chosen. */
export const counts = (option: FormatOption, chosen: Chosen): boolean =>
  !('figure' in option) ||
  option.counts === undefined ||
  option.counts.where.some((choice) => chosen[option.counts?.option ?? ''] === choice);
