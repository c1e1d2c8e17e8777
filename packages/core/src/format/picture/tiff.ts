import { Bytes } from './header';

/** Tags of a TIFF structure that Drelk reads, from TIFF files and from EXIF blocks (TIFF 6.0; EXIF 2.3). */
export interface TiffTags {
  width: number | undefined;
  height: number | undefined;
  orientation: number;
  density: number | undefined;
  pages: number;
}

const WIDTH = 256;
const HEIGHT = 257;
const ORIENTATION = 274;
const X_RESOLUTION = 282;
const RESOLUTION_UNIT = 296;
const MOST_ENTRIES = 4096;

/** Reads the first directory; undefined where the bytes are no TIFF structure. */
export function readTiff(data: Uint8Array): TiffTags | undefined {
  const bytes = new Bytes(data);
  const order = bytes.ascii(0, 2);
  const little = order === 'II';
  if ((!little && order !== 'MM') || bytes.u16(2, little) !== 42) return undefined;
  const at = bytes.u32(4, little);
  const entries = bytes.u16(at, little);
  if (at === 0 || entries > MOST_ENTRIES) return undefined;
  const values = new Map<number, number>();
  for (let k = 0; k < entries; k++) {
    const entry = at + 2 + 12 * k;
    const type = bytes.u16(entry + 2, little);
    const offset = bytes.u32(entry + 8, little);
    // Type 3 is SHORT, 5 is RATIONAL; the others that occur in these tags are LONG.
    const rational = () => bytes.u32(offset, little) / (bytes.u32(offset + 4, little) || 1);
    values.set(
      bytes.u16(entry, little),
      type === 5 ? rational() : type === 3 ? bytes.u16(entry + 8, little) : offset,
    );
  }
  const resolution = values.get(X_RESOLUTION);
  // ResolutionUnit: 1 none, 2 inch (the default), 3 centimetre.
  const perInch = { 2: 1, 3: 2.54 }[values.get(RESOLUTION_UNIT) ?? 2];
  return {
    width: values.get(WIDTH),
    height: values.get(HEIGHT),
    orientation: values.get(ORIENTATION) ?? 1,
    density: resolution && perInch ? resolution * perInch : undefined,
    pages: bytes.u32(at + 2 + 12 * entries, little) === 0 ? 1 : 2,
  };
}
