import { Bytes, type PictureHeader, oriented } from './header';
import { readTiff } from './tiff';

const isFrame = (marker: number) => marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);

/** Walks the segments of a JPEG up to its frame (ITU-T T.81, annex B; JFIF 1.02; EXIF 2.3). */
export function readJpeg(data: Uint8Array): PictureHeader | undefined {
  const bytes = new Bytes(data);
  let at = 2;
  let jfif: number | undefined;
  let exif: ReturnType<typeof readTiff>;
  while (at + 4 <= bytes.length && bytes.u8(at) === 0xff) {
    const marker = bytes.u8(at + 1);
    const length = bytes.u16(at + 2);
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === 0xe0 && bytes.ascii(at + 4, 4) === 'JFIF') {
      // Units: 1 dots per inch, 2 dots per centimetre.
      const perInch = { 1: 1, 2: 2.54 }[bytes.u8(at + 11)];
      if (perInch) jfif = bytes.u16(at + 12) * perInch;
    }
    if (marker === 0xe1 && !exif && bytes.ascii(at + 4, 4) === 'Exif')
      exif = readTiff(data.subarray(at + 10, at + 2 + length));
    if (isFrame(marker)) {
      const orientation = exif?.orientation ?? 1;
      const density = exif?.isCamera ? undefined : (exif?.density ?? jfif);
      return {
        kind: 'jpeg',
        ...oriented(bytes.u16(at + 7), bytes.u16(at + 5), orientation),
        density: density && density > 1 ? density : undefined,
        orientation,
        animated: false,
        // Four are cyan, magenta, yellow and black.
        inks: bytes.u8(at + 9) === 4,
        complete: endsWithMark(data),
      };
    }
    at += 2 + length;
  }
  return undefined;
}

/** The end-of-image mark, allowing for bytes that some cameras append. */
function endsWithMark(data: Uint8Array): boolean {
  for (let i = data.length - 2; i >= Math.max(0, data.length - 65536); i--) {
    if (data[i] === 0xff && data[i + 1] === 0xd9) return true;
  }
  return false;
}
