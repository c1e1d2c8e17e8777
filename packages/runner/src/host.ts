import type { ColourPicture } from '@drelk/core';

/** A font's file as a host finds it: one that ships with the application by its path, or one of the job's own by its SHA-256. */
export type FontFile = { shipped: string } | { own: string };

/** What whoever runs jobs hands in: nothing here knows of a page, a disk or a network. */
export interface Host {
  /** A picture file as RGBA: upright, and the numbers as they stand in the file. Throws a sentence. */
  decode(bytes: Uint8Array, name: string): Promise<ColourPicture>;
  /** A font's bytes; undefined where it cannot be had. */
  fontFile(font: FontFile): Promise<Uint8Array | undefined>;
  /** The reader of outline fonts, which comes along only where there is text. */
  outlineReader(): Promise<(bytes: Uint8Array) => unknown>;
}
