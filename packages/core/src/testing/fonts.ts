import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create } from 'fontkit';
import { type Font, type ShippedFont, SHIPPED_FONTS, openFont, openStrokeFont } from '../text';

const root = join(__dirname, '../../../..');

/** The bytes of a font that ships with the application. */
export const fontBytes = ({ file, licence }: ShippedFont): Buffer =>
  readFileSync(
    licence === 'Hershey' ? join(root, 'packages/core/fonts', file) : join(root, 'node_modules', file),
  );

/** A font from its bytes, as the application opens it. */
export const openBytes = (bytes: Uint8Array, name: string): Font =>
  openFont((given) => create(Buffer.from(given)), bytes, name);

/** A shipped font by its id. */
export function shippedFont(id: string): Font {
  const font = SHIPPED_FONTS.find((one) => one.id === id);
  if (!font) throw new Error(`no font ${id}`);
  const bytes = fontBytes(font);
  return font.licence === 'Hershey'
    ? openStrokeFont(bytes.toString('latin1'), font.name)
    : openBytes(bytes, font.name);
}
