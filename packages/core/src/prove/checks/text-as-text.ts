import { type Check, counted } from '../check';

/** Letters of a font are no paths: machines leave them out, or set them in another one. */
export const textAsText: Check = {
  kind: 'text-as-text',
  reads: ['texts'],
  check: ({ texts }) =>
    texts === 0
      ? []
      : [
          {
            kind: 'text-as-text',
            severity: 'stop',
            count: texts,
            measured: texts,
            allowed: 0,
            places: [],
            sizes: [],
            message: `${counted(texts, 'text is letters', 'texts are letters')} of a font and no paths: nothing is cut there.`,
            hint: 'Have them made paths in the program they come from.',
          },
        ],
};
