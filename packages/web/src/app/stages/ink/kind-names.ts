import type { Kind } from '@drelk/core';

/** What a picture may be, as it is called. */
export const KIND_NAMES: [Kind, string][] = [
  ['logo', 'Logo'],
  ['flat', 'Flat colours'],
  ['line', 'Line drawing'],
  ['scan', 'Scan, handwriting'],
  ['photo', 'Photo'],
  ['relief', 'Grey relief'],
];
