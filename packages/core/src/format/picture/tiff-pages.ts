import { Bytes } from './header';
import { readTiff, tiffDirectory } from './tiff';

/** A page of a TIFF file: where its directory stands, and its size in pixels as it is stored. */
export interface TiffPage {
  at: number;
  width: number;
  height: number;
  /** Pixels per inch. */
  density: number | undefined;
}

/** Bits of a directory's NewSubfileType (TIFF 6.0, section 8): a smaller copy of another picture, or a mask for one. */
const SUBFILE = 254;
const SMALLER = 1;
const MASK = 4;
const MOST_PAGES = 500;
/** Where a file's header tells where the first directory stands, and how long an entry is. */
const FIRST = 4;
const ENTRY = 12;

/** Pages of a TIFF file, one after another; what is only a smaller copy or a mask is none. Empty where the bytes are no TIFF. */
export function tiffPages(data: Uint8Array): TiffPage[] {
  if (!readTiff(data)) return [];
  const bytes = new Bytes(data);
  const little = bytes.ascii(0, 2) === 'II';
  const pages: TiffPage[] = [];
  const passed = new Set<number>();
  for (let at = bytes.u32(FIRST, little); at > 0 && at < data.length && !passed.has(at);) {
    if (passed.size === MOST_PAGES) break;
    passed.add(at);
    const own = readTiff(data, at);
    const kind = tiffDirectory(bytes, at, little).get(SUBFILE) ?? 0;
    if (own?.width && own.height && (kind & (SMALLER | MASK)) === 0)
      pages.push({ at, width: own.width, height: own.height, density: own.density });
    at = bytes.u32(nextAt(bytes, at, little), little);
  }
  return pages;
}

/** A TIFF file of one page alone: the same bytes, with that page's directory the first and the last. */
export function onePage(data: Uint8Array, { at }: TiffPage): Uint8Array {
  const bytes = new Bytes(data);
  const little = bytes.ascii(0, 2) === 'II';
  // A slice of Node's buffers would share their bytes.
  const made = new Uint8Array(data);
  const view = new DataView(made.buffer, made.byteOffset, made.byteLength);
  view.setUint32(FIRST, at, little);
  view.setUint32(nextAt(bytes, at, little), 0, little);
  return made;
}

const nextAt = (bytes: Bytes, at: number, little: boolean): number => at + 2 + ENTRY * bytes.u16(at, little);
