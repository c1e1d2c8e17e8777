import { vanishingMask } from '../ink';
import type { InkResult } from './ink';

/** What can be lit up on the picture: what two tones lose, one plate, or what is taken for background. */
export type Lit = { kind: 'vanishing' } | { kind: 'plate'; colour: string } | { kind: 'background' };

/** The area that a control of Ink is about: 1 where it is, or falls to paper; 2 where to ink; 0 elsewhere. */
export function litArea({ separated, background, taken, plates }: InkResult, what: Lit): Uint8Array {
  const nothing = () => new Uint8Array(separated.grey.data.length);
  if (what.kind === 'vanishing') return vanishingMask(separated);
  if (what.kind === 'background') return background ?? nothing();
  const plate = plates?.find(({ colour }) => colour === what.colour);
  if (!taken || !plate) return nothing();
  const isOf = new Uint8Array(256);
  for (const number of plate.of) isOf[number] = 1;
  return taken.first.map((number) => isOf[number]);
}
