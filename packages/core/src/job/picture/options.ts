import { type InkSettings, kindInWords } from '../../ink';
import type { JobDocument } from '../document/document';
import type { PictureLook } from '../steps/look';

/** One way to treat a picture, to pick from beside others. */
export interface InkOption {
  id: string;
  name: string;
  /** Ink's settings for it; strokes and cleaning stay as they are. */
  ink: InkSettings;
}

/** Tones that the second threshold lies below the automatic one. */
const DARKER = 40;

/**
 * Six treatments that differ as much as they can: as found, a harder threshold (or, where its kind is not sure, as what it
 * may as well be), following the light, turned over, edges, and plates (or bands, for a picture without colour).
 */
export function inkOptions(
  { ink }: Pick<JobDocument, 'ink'>,
  { look }: PictureLook,
  { automatic, lightOnDark }: { automatic: number; lightOnDark: boolean },
): InkOption[] {
  // Six ways to tell tones apart: what is ink whatever its tone goes on as a picture does.
  const cut = ink.cut && { ...ink.cut, gives: 'inside' as const };
  const plain: InkSettings = { ...ink, cut, words: null, threshold: 'auto', ink: 'auto', by: 'tone' };
  const harder = lightOnDark ? Math.min(250, automatic + DARKER) : Math.max(5, automatic - DARKER);
  const coloured = look.coloured > 0;
  const other = ink.kind === 'auto' ? look.other : undefined;
  return [
    { id: 'found', name: 'Threshold, automatic', ink: plain },
    // Where the kind is not sure, what it may as well be is seen first.
    other
      ? {
          id: 'other',
          name: `Taken as ${kindInWords(other)}`,
          ink: { ...ink, cut, words: null, kind: other },
        }
      : { id: 'harder', name: `Threshold ${harder}`, ink: { ...plain, threshold: harder } },
    { id: 'light', name: 'Following the light', ink: { ...plain, threshold: 'local' } },
    { id: 'turned', name: 'Turned over', ink: { ...plain, ink: lightOnDark ? 'dark' : 'light' } },
    { id: 'edges', name: 'Edges', ink: { ...plain, by: 'edges' } },
    coloured
      ? { id: 'plates', name: 'Plates', ink: { ...plain, by: 'plates' } }
      : { id: 'bands', name: 'Bands', ink: { ...plain, by: 'bands' } },
  ];
}
