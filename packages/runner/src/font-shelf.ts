import { type Font, type Fonts, SHIPPED_FONTS, openFont, openStrokeFont, textOf } from '@drelk/core';
import type { Host } from './host';

/** A job's own fonts, by the SHA-256 of their bytes. */
export type OwnFonts = Readonly<Record<string, { name: string }>>;

/** Fonts by their ids, each fetched and read once for as long as it is there. */
export interface FontShelf {
  /** Shipped fonts and a job's own; those that cannot be had are left out, and the texts say so. */
  named(ids: readonly string[], own?: OwnFonts): Promise<Fonts>;
}

export function fontShelf(host: Pick<Host, 'fontFile' | 'outlineReader'>): FontShelf {
  const opened = new Map<string, Promise<Font | undefined>>();

  async function outlines(bytes: Uint8Array | undefined, name: string): Promise<Font | undefined> {
    if (!bytes) return undefined;
    try {
      return openFont(await host.outlineReader(), bytes, name);
    } catch {
      return undefined;
    }
  }

  async function shipped(id: string): Promise<Font | undefined> {
    const font = SHIPPED_FONTS.find((one) => one.id === id);
    const bytes = font && (await host.fontFile({ shipped: font.file }));
    if (!font || !bytes) return undefined;
    return font.licence === 'Hershey' ? openStrokeFont(textOf(bytes), font.name) : outlines(bytes, font.name);
  }

  return {
    async named(ids, own = {}) {
      const fonts = new Map<string, Font>();
      for (const id of ids) {
        const font =
          opened.get(id) ??
          (id in own
            ? host.fontFile({ own: id }).then((bytes) => outlines(bytes, own[id].name))
            : shipped(id));
        opened.set(id, font);
        const there = await font.catch(() => undefined);
        if (there) fonts.set(id, there);
        else opened.delete(id);
      }
      return fonts;
    },
  };
}
