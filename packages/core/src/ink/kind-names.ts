import type { Kind } from './settings';

/** What a picture may be, as it is called. */
export const KIND_NAMES: [Kind, string][] = [
  ['logo', 'Logo'],
  ['flat', 'Flat colours'],
  ['line', 'Line drawing'],
  ['scan', 'Scan, handwriting'],
  ['photo', 'Photo'],
  ['relief', 'Grey relief'],
];

/** A kind's name within a sentence. */
export const kindInWords = (kind: Kind): string =>
  (KIND_NAMES.find(([id]) => id === kind)?.[1] ?? kind).toLowerCase();
