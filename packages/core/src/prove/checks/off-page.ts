import { type Check, told } from '../check';

/** Less than this is no more than a line's width, in millimetres. */
const LEAST = 0.5;

/** What runs off the page that it was drawn on: other programs may leave it out. */
export const offPage: Check = {
  kind: 'off-page',
  reads: ['frame', 'page'],
  check({ frame, page }, { units }) {
    if (!page) return [];
    const [far, at] = (
      [
        [page.left - frame.left, { x: page.left, y: (frame.top + frame.bottom) / 2 }],
        [frame.right - page.right, { x: page.right, y: (frame.top + frame.bottom) / 2 }],
        [page.top - frame.top, { x: (frame.left + frame.right) / 2, y: page.top }],
        [frame.bottom - page.bottom, { x: (frame.left + frame.right) / 2, y: page.bottom }],
      ] as const
    ).reduce((most, one) => (one[0] > most[0] ? one : most));
    if (far < LEAST) return [];
    return [
      {
        kind: 'off-page',
        severity: 'note',
        count: 1,
        measured: far,
        allowed: 0,
        places: [at],
        sizes: [far],
        message: `What is drawn runs ${told(Number(far.toFixed(2)), units)} off the page.`,
        hint: 'Move it onto the page, or make the page larger: other programs may cut it off there.',
      },
    ];
  },
};
