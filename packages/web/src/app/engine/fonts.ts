import { type Font, type Fonts, SHIPPED_FONTS, openFont, openStrokeFont } from '@drelk/core';

/** Where the application's own files lie. */
const FOLDER = 'fonts/';
const PACKAGES = '@fontsource/';

/** Fonts that were asked for, by their ids; each is fetched and read once. */
const opened = new Map<string, Promise<Font | undefined>>();

/** Shipped fonts by their ids; those that cannot be had are left out, and the texts say so. */
export async function fontsNamed(ids: readonly string[]): Promise<Fonts> {
  const fonts = new Map<string, Font>();
  for (const id of ids) {
    if (!opened.has(id)) opened.set(id, open(id));
    const font = await opened.get(id);
    if (font) fonts.set(id, font);
    else opened.delete(id);
  }
  return fonts;
}

async function open(id: string): Promise<Font | undefined> {
  const shipped = SHIPPED_FONTS.find((font) => font.id === id);
  if (!shipped) return undefined;
  try {
    const address = new URL(FOLDER + shipped.file.replace(PACKAGES, ''), self.location.origin);
    const answer = await fetch(address);
    if (!answer.ok) return undefined;
    const bytes = new Uint8Array(await answer.arrayBuffer());
    if (shipped.licence === 'Hershey')
      return openStrokeFont(new TextDecoder('latin1').decode(bytes), shipped.name);
    // The reader of font files comes along only where there is text.
    const { create } = await import('fontkit');
    return openFont((given) => create(given as Parameters<typeof create>[0]), bytes, shipped.name);
  } catch {
    return undefined;
  }
}
