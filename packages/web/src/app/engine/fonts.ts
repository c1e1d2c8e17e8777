import { type Font, type Fonts, SHIPPED_FONTS, openFont, openStrokeFont } from '@drelk/core';
import { routes } from '@drelk/contract';

/** Where the application's own files lie. */
const FOLDER = 'fonts/';
const PACKAGES = '@fontsource/';

/** Fonts that were asked for, by their ids; each is fetched and read once. */
const opened = new Map<string, Promise<Font | undefined>>();

/** A job's own fonts, by the SHA-256 of their bytes. */
type OwnFonts = Readonly<Record<string, { name: string }>>;

/** Shipped fonts and a job's own by their ids; those that cannot be had are left out, and the texts say so. */
export async function fontsNamed(ids: readonly string[], own: OwnFonts = {}): Promise<Fonts> {
  const fonts = new Map<string, Font>();
  for (const id of ids) {
    if (!opened.has(id)) opened.set(id, id in own ? openOwn(id, own[id].name) : open(id));
    const font = await opened.get(id);
    if (font) fonts.set(id, font);
    else opened.delete(id);
  }
  return fonts;
}

async function open(id: string): Promise<Font | undefined> {
  const shipped = SHIPPED_FONTS.find((font) => font.id === id);
  if (!shipped) return undefined;
  const bytes = await bytesAt(FOLDER + shipped.file.replace(PACKAGES, ''));
  if (!bytes) return undefined;
  return shipped.licence === 'Hershey'
    ? openStrokeFont(new TextDecoder('latin1').decode(bytes), shipped.name)
    : outlines(bytes, shipped.name);
}

async function openOwn(id: string, name: string): Promise<Font | undefined> {
  const bytes = await bytesAt(routes.blob(id));
  return bytes && outlines(bytes, name);
}

/** What lies at an address of the application; undefined where nothing can be had. */
async function bytesAt(address: string): Promise<Uint8Array | undefined> {
  try {
    const answer = await fetch(new URL(address, self.location.origin));
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : undefined;
  } catch {
    return undefined;
  }
}

/** The reader of font files comes along only where there is text. */
async function outlines(bytes: Uint8Array, name: string): Promise<Font | undefined> {
  try {
    const { create } = await import('fontkit');
    return openFont((given) => create(given as Parameters<typeof create>[0]), bytes, name);
  } catch {
    return undefined;
  }
}
