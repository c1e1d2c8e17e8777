import { Bytes } from './header';

/** Tags of a TIFF structure that Drelk reads, from TIFF files and from EXIF blocks (TIFF 6.0; EXIF 2.3). */
export interface TiffTags {
  width: number | undefined;
  height: number | undefined;
  orientation: number;
  density: number | undefined;
  pages: number;
  /** A camera took it: its density is a form, and no size. */
  isCamera: boolean;
}

const WIDTH = 256;
const HEIGHT = 257;
const ORIENTATION = 274;
const X_RESOLUTION = 282;
const RESOLUTION_UNIT = 296;
const EXIF = 34665;
/** Exposure time, aperture, focal length (EXIF 2.3, section 4.6.5): what only a camera writes. */
const CAMERAS = [33434, 33437, 37386];
const MOST_ENTRIES = 4096;
/** Types of a field that occur here, besides LONG (TIFF 6.0, section 2; LONG8 of BigTIFF, which some write in TIFF too). */
const SHORT = 3;
const RATIONAL = 5;
const LONG8 = 16;

/** Reads the first directory, or the one that stands `there`; undefined where the bytes are no TIFF structure. */
export function readTiff(data: Uint8Array, there?: number): TiffTags | undefined {
  const bytes = new Bytes(data);
  const order = bytes.ascii(0, 2);
  const little = order === 'II';
  if ((!little && order !== 'MM') || bytes.u16(2, little) !== 42) return undefined;
  const at = there ?? bytes.u32(4, little);
  const entries = bytes.u16(at, little);
  if (at === 0 || entries > MOST_ENTRIES) return undefined;
  const values = tiffDirectory(bytes, at, little);
  const exif = values.get(EXIF);
  const ofCamera = exif !== undefined && exif !== at ? tiffDirectory(bytes, exif, little) : values;
  const isCamera = CAMERAS.some((tag) => ofCamera.has(tag));
  const resolution = values.get(X_RESOLUTION);
  // ResolutionUnit: 1 none, 2 inch (the default), 3 centimetre.
  const perInch = { 2: 1, 3: 2.54 }[values.get(RESOLUTION_UNIT) ?? 2];
  return {
    width: values.get(WIDTH),
    height: values.get(HEIGHT),
    orientation: values.get(ORIENTATION) ?? 1,
    density: resolution && perInch && !isCamera ? resolution * perInch : undefined,
    isCamera,
    pages: bytes.u32(at + 2 + 12 * entries, little) === 0 ? 1 : 2,
  };
}

/** The values of a directory, as far as it is there: it may promise more. */
export function tiffDirectory(bytes: Bytes, at: number, little: boolean): Map<number, number> {
  const values = new Map<number, number>();
  const there = Math.min(bytes.u16(at, little), MOST_ENTRIES, Math.floor((bytes.length - at - 2) / 12));
  for (let k = 0; k < there; k++) {
    const entry = at + 2 + 12 * k;
    const tag = bytes.u16(entry, little);
    const value = valueOf(bytes, entry, little);
    // Of a size that stands there twice, decoders may take either: the larger is the one to reckon with.
    values.set(tag, tag === WIDTH || tag === HEIGHT ? Math.max(value, values.get(tag) ?? 0) : value);
  }
  return values;
}

function valueOf(bytes: Bytes, entry: number, little: boolean): number {
  const offset = bytes.u32(entry + 8, little);
  switch (bytes.u16(entry + 2, little)) {
    case SHORT:
      return bytes.u16(entry + 8, little);
    case RATIONAL:
      return bytes.u32(offset, little) / (bytes.u32(offset + 4, little) || 1);
    case LONG8: {
      const [first, second] = [bytes.u32(offset, little), bytes.u32(offset + 4, little)];
      return little ? first + second * 2 ** 32 : first * 2 ** 32 + second;
    }
    default:
      return offset;
  }
}
