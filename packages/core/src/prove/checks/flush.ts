import { boxOf } from '../../geometry';
import { type Check, counted } from '../check';
import { contoursIn } from '../cut-ground';

/** A side lies on the page's edge where it is no farther from it than this, in millimetres. */
const ON = 0.05;

/** Sides of what is cut through that lie on the page's edge; a page as large as the drawing is no sheet. */
export const flush: Check = {
  kind: 'flush',
  reads: ['paths', 'page'],
  check({ paths, page }) {
    const box = boxOf(contoursIn(paths.filter(({ task }) => task === 'cut-through')));
    if (!page || !box) return [];
    const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    const on = [
      { off: box.left - page.left, at: { x: box.left, y } },
      { off: box.right - page.right, at: { x: box.right, y } },
      { off: box.top - page.top, at: { x, y: box.top } },
      { off: box.bottom - page.bottom, at: { x, y: box.bottom } },
    ].filter(({ off }) => Math.abs(off) <= ON);
    if (on.length === 0 || on.length === 4) return [];
    return [
      {
        kind: 'flush',
        severity: 'note',
        count: on.length,
        measured: 0,
        allowed: 0,
        places: on.map(({ at }) => at),
        sizes: on.map(() => 0),
        message: `${counted(on.length, 'side', 'sides')} of what is cut out lie${on.length === 1 ? 's' : ''} on the edge of the page.`,
        hint: 'Where the page is the sheet, move it inwards: a cut on the edge of a sheet runs half in the air.',
      },
    ];
  },
};
