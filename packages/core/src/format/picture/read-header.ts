import { DrelkError } from '../../error';
import { Bytes, type PictureHeader, oriented } from './header';
import { readJpeg } from './jpeg';
import { readTiff } from './tiff';

/** Largest picture that is decoded, in pixels. */
export const MOST_PIXELS = 150e6;
/** Pictures smaller than this on either side hold nothing that could be cut. */
export const LEAST_SIDE = 8;

/** Reads kind, size, density and state of a picture file from its bytes, without decoding it. */
export function readPictureHeader(data: Uint8Array): PictureHeader | undefined {
  const bytes = new Bytes(data);
  if (bytes.u32(0) === 0x89504e47) return readPng(bytes);
  if (bytes.u16(0) === 0xffd8) return readJpeg(data);
  if (bytes.ascii(0, 4) === 'RIFF' && bytes.ascii(8, 4) === 'WEBP') return readWebp(bytes, data);
  if (bytes.ascii(0, 4) === 'GIF8') return readGif(bytes);
  if (bytes.ascii(0, 2) === 'BM') return readBmp(bytes);
  if (bytes.ascii(4, 8) === 'ftypavif' || bytes.ascii(4, 8) === 'ftypavis') return readAvif(bytes);
  const tiff = readTiff(data);
  if (!tiff?.width || !tiff.height) return undefined;
  return {
    kind: 'tiff',
    ...oriented(tiff.width, tiff.height, tiff.orientation),
    density: tiff.density,
    orientation: tiff.orientation,
    animated: tiff.pages > 1,
    complete: true,
  };
}

/** As `readPictureHeader`, but throws a sentence for whatever must not be decoded. `name` is the file's. */
export function checkPicture(data: Uint8Array, name: string): PictureHeader {
  const header = readPictureHeader(data);
  if (!header || header.width < 1 || header.height < 1) {
    throw new DrelkError(
      'not-a-picture',
      `“${name}” is not a picture that Drelk can read.`,
      'Choose a PNG, JPEG, WebP, GIF, BMP, TIFF or AVIF file.',
    );
  }
  const size = `${header.width} × ${header.height} pixels`;
  if (header.width * header.height > MOST_PIXELS) {
    throw new DrelkError(
      'too-large',
      `“${name}” is ${size}; Drelk takes up to ${MOST_PIXELS / 1e6} megapixels.`,
      'Save it smaller: a fifth of the size still cuts cleanly.',
    );
  }
  if (header.width < LEAST_SIDE || header.height < LEAST_SIDE) {
    throw new DrelkError('too-small', `“${name}” is only ${size}.`, 'Choose a larger picture.');
  }
  if (!header.complete) {
    throw new DrelkError(
      'truncated',
      `“${name}” ends in the middle of the picture.`,
      'Copy or download it again.',
    );
  }
  return header;
}

/** PNG specification, chapter 11: IHDR, pHYs (unit 1 is the metre), eXIf, acTL of animations, IEND. */
function readPng(bytes: Bytes): PictureHeader {
  const header: PictureHeader = {
    kind: 'png',
    width: bytes.u32(16),
    height: bytes.u32(20),
    density: undefined,
    orientation: 1,
    animated: false,
    complete: false,
  };
  for (let at = 8; at + 8 <= bytes.length; at += 12 + bytes.u32(at)) {
    const chunk = bytes.ascii(at + 4, 4);
    if (chunk === 'pHYs' && bytes.u8(at + 16) === 1) header.density = bytes.u32(at + 8) * 0.0254;
    if (chunk === 'acTL') header.animated = true;
    if (chunk === 'IEND') header.complete = true;
  }
  return header;
}

/** WebP container specification: VP8, VP8L or VP8X, an ANIM chunk where it moves, EXIF where there is one. */
function readWebp(bytes: Bytes, data: Uint8Array): PictureHeader {
  const header: PictureHeader = {
    kind: 'webp',
    width: 0,
    height: 0,
    density: undefined,
    orientation: 1,
    animated: false,
    complete: bytes.length >= bytes.u32(4, true) + 8,
  };
  const u24 = (at: number) => bytes.u16(at, true) + 65536 * bytes.u8(at + 2);
  for (
    let at = 12;
    at + 8 <= bytes.length;
    at += 8 + bytes.u32(at + 4, true) + (bytes.u32(at + 4, true) & 1)
  ) {
    const chunk = bytes.ascii(at, 4);
    const body = at + 8;
    if (chunk === 'VP8X') Object.assign(header, { width: u24(body + 4) + 1, height: u24(body + 7) + 1 });
    if (chunk === 'VP8 ' && !header.width) {
      Object.assign(header, {
        width: bytes.u16(body + 6, true) & 0x3fff,
        height: bytes.u16(body + 8, true) & 0x3fff,
      });
    }
    if (chunk === 'VP8L' && !header.width) {
      const packed = bytes.u32(body + 1, true);
      Object.assign(header, {
        width: (packed & 0x3fff) + 1,
        height: (Math.floor(packed / 16384) & 0x3fff) + 1,
      });
    }
    if (chunk === 'ANIM') header.animated = true;
    if (chunk === 'EXIF') {
      const start = bytes.ascii(body, 4) === 'Exif' ? body + 6 : body;
      const exif = readTiff(data.subarray(start, body + bytes.u32(at + 4, true)));
      header.density = exif?.density;
      header.orientation = exif?.orientation ?? 1;
    }
  }
  return { ...header, ...oriented(header.width, header.height, header.orientation) };
}

/** GIF89a: a second image descriptor means that it moves. The picture is as large as whatever is drawn on its screen. */
function readGif(bytes: Bytes): PictureHeader {
  const table = (flags: number) => (flags & 0x80 ? 3 * 2 ** ((flags & 7) + 1) : 0);
  let at = 13 + table(bytes.u8(10));
  let frames = 0;
  let width = bytes.u16(6, true);
  let height = bytes.u16(8, true);
  let complete = false;
  const skipBlocks = () => {
    while (at < bytes.length && bytes.u8(at) !== 0) at += bytes.u8(at) + 1;
    at++;
  };
  while (at < bytes.length) {
    const mark = bytes.u8(at);
    if (mark === 0x3b) complete = true;
    if (mark === 0x2c) {
      frames++;
      width = Math.max(width, bytes.u16(at + 1, true) + bytes.u16(at + 5, true));
      height = Math.max(height, bytes.u16(at + 3, true) + bytes.u16(at + 7, true));
      at += 10 + table(bytes.u8(at + 9)) + 1;
    } else if (mark === 0x21) at += 2;
    else break;
    skipBlocks();
  }
  return {
    kind: 'gif',
    width,
    height,
    density: undefined,
    orientation: 1,
    animated: frames > 1,
    complete,
  };
}

/**
 * BITMAPINFOHEADER: sizes as signed numbers (a negative height counts from the top), pixels per metre. BITMAPCOREHEADER,
 * of 12 bytes: sizes as short numbers, no more.
 */
function readBmp(bytes: Bytes): PictureHeader {
  const isCore = bytes.u32(14, true) === 12;
  const perMetre = isCore ? 0 : bytes.u32(38, true);
  return {
    kind: 'bmp',
    width: isCore ? bytes.u16(18, true) : Math.abs(bytes.u32(18, true) | 0),
    height: isCore ? bytes.u16(20, true) : Math.abs(bytes.u32(22, true) | 0),
    density: perMetre > 100 ? perMetre * 0.0254 : undefined,
    orientation: 1,
    animated: false,
    complete: bytes.length >= bytes.u32(2, true),
  };
}

/** AVIF (ISO/IEC 14496-12 boxes): the `ispe` property holds the size; the largest is the whole picture's. */
function readAvif(bytes: Bytes): PictureHeader {
  let width = 0;
  let height = 0;
  const most = Math.min(bytes.length - 16, 65536);
  for (let at = 0; at < most; at++) {
    if (bytes.u8(at) !== 0x69 || bytes.ascii(at, 4) !== 'ispe') continue;
    if (bytes.u32(at + 8) * bytes.u32(at + 12) > width * height) {
      width = bytes.u32(at + 8);
      height = bytes.u32(at + 12);
    }
  }
  const animated = bytes.ascii(8, 4) === 'avis';
  return { kind: 'avif', width, height, density: undefined, orientation: 1, animated, complete: true };
}
