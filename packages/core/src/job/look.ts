import type { Context } from '../context';
import { type Look, lookAt } from '../ink';
import { type ColourPicture, type GreyPicture, toGrey } from '../raster';
import { type FoundSheet, findSheet, hasGhosts } from '../square';

/** What is seen in a picture before anything is done to it. Places in its own pixels. */
export interface PictureLook {
  look: Look;
  /** True where the ghosts of hard compression are seen. */
  ghosts: boolean;
  /** Looks for a sheet when it is first asked for. */
  sheet(): FoundSheet | undefined;
}

/** What was seen in pictures, so that none is looked at twice. */
export type Looks = WeakMap<ColourPicture, PictureLook>;

export const newLooks = (): Looks => new WeakMap();

/** Looks at a picture, or remembers. */
export function lookAtPicture(looks: Looks, picture: ColourPicture, context: Context): PictureLook {
  const known = looks.get(picture);
  if (known) return known;
  const grey = toGrey(picture, context);
  const look = lookAt(picture, grey, context);
  const find = (tones: GreyPicture) => ({ sheet: findSheet(tones, context) });
  // In photos it will be asked for; elsewhere only where the kind is set by hand.
  let found = look.kind === 'photo' ? find(grey) : undefined;
  const result = {
    look,
    ghosts: hasGhosts(grey),
    sheet: () => (found ??= find(toGrey(picture, context))).sheet,
  };
  looks.set(picture, result);
  return result;
}
