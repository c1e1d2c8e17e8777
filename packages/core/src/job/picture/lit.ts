import { vanishingMask } from '../../ink';
import type { InkResult } from '../steps/ink';

/** What can be lit up on the picture: what two tones lose, one plate, what is taken for background, or a box in its pixels. */
export type Lit =
  | { kind: 'vanishing' }
  | { kind: 'plate'; colour: string }
  | { kind: 'background' }
  | { kind: 'box'; left: number; top: number; right: number; bottom: number };

/** The area that a control of Ink is about: 1 where it is, or falls to paper; 2 where to ink; 0 elsewhere. */
export function litArea(
  { separated, background, taken, plates }: Pick<InkResult, 'separated' | 'background' | 'taken' | 'plates'>,
  what: Lit,
): Uint8Array {
  const nothing = () => new Uint8Array(separated.grey.data.length);
  if (what.kind === 'vanishing') return vanishingMask(separated);
  if (what.kind === 'box') {
    const area = nothing();
    const { width, height } = separated.grey;
    const [left, right] = [Math.max(0, Math.floor(what.left)), Math.min(width, Math.ceil(what.right))];
    for (let y = Math.max(0, Math.floor(what.top)); y < Math.min(height, what.bottom); y++)
      area.fill(1, y * width + left, y * width + right);
    return area;
  }
  if (what.kind === 'background') return background ?? nothing();
  const plate = plates?.find(({ colour }) => colour === what.colour);
  if (!taken || !plate) return nothing();
  const isOf = new Uint8Array(256);
  for (const number of plate.of) isOf[number] = 1;
  return taken.first.map((number) => isOf[number]);
}
