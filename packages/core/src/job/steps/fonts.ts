import { type Given, given } from '../graph';
import type { Font } from '../../text';

/** A font by its id; undefined where it cannot be had. */
export const fontNamed = (id: string): Given<Font | undefined> =>
  given(
    `font ${id}`,
    ({ fonts }) => fonts.get(id),
    ({ fonts }) => `${fonts.has(id)}`,
  );
