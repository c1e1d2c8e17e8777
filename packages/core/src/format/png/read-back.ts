import { unzlibSync } from 'fflate';
import { pngCrc } from '../picture/png-chunk';
import { expectOwn } from '../strict';
import { textOf } from '../text';
import type { WrittenPicture } from './written-picture';
import { SIGNATURE } from './write';

/** Of each kind of picture that is written: bits of a pixel. Bit depth and colour type as in the header. */
const BITS: Record<string, number> = { '1 0': 1, '8 2': 24, '8 6': 32 };

/** The picture in a PNG that `writePng` made: strictly what that writes. Throws `bad-drawing`. */
export function readBackPng(bytes: Uint8Array): WrittenPicture {
  expectOwn(
    SIGNATURE.every((byte, k) => bytes[k] === byte),
    'it begins as no PNG does',
  );
  const chunks = chunksOf(bytes);
  expectOwn(
    /^IHDR pHYs (tRNS )?(IDAT )+IEND$/.test(chunks.map(({ type }) => type).join(' ')),
    'its chunks are others',
  );
  const of = (type: string) => chunks.filter((chunk) => chunk.type === type).map(({ data }) => data);
  const [header] = of('IHDR').map((data) => new DataView(data.buffer, data.byteOffset, data.length));
  const [density] = of('pHYs').map((data) => new DataView(data.buffer, data.byteOffset, data.length));
  const [width, height] = [header.getUint32(0), header.getUint32(4)];
  const bits = BITS[`${header.getUint8(8)} ${header.getUint8(9)}`];
  expectOwn(bits !== undefined, 'its pixels are of another kind');
  expectOwn(
    density.getUint32(0) === density.getUint32(4) && density.getUint8(8) === 1,
    'its density is none',
  );
  const stride = 1 + Math.ceil((width * bits) / 8);
  const data = unpacked(of('IDAT'), stride * height);
  for (let row = 0; row < height; row++) expectOwn(data[row * stride] === 0, 'a row is filtered');
  const isTransparent = of('tRNS').length > 0;
  return {
    width,
    height,
    perMetre: density.getUint32(0),
    covered: coveredIn(data, width, height, bits),
    at(column, row) {
      const start = row * stride + 1;
      if (bits === 1) {
        const isWhite = (data[start + (column >> 3)] & (0x80 >> (column & 7))) !== 0;
        return isWhite ? [255, 255, 255, isTransparent ? 0 : 255] : [0, 0, 0, 255];
      }
      const at = start + (column * bits) / 8;
      return [data[at], data[at + 1], data[at + 2], bits === 32 ? data[at + 3] : 255];
    },
  };
}

function coveredIn(data: Uint8Array, width: number, height: number, bits: number): number {
  const stride = data.length / height;
  let covered = 0;
  for (let row = 0; row < height; row++)
    for (let column = 0, at = row * stride + 1; column < width; column++) {
      if (bits === 1) covered += data[at + (column >> 3)] & (0x80 >> (column & 7)) ? 0 : 1;
      else if (bits === 32) covered += data[at + 4 * column + 3] / 255;
      else {
        const from = at + 3 * column;
        covered += data[from] + data[from + 1] + data[from + 2] < 3 * 255 ? 1 : 0;
      }
    }
  return covered;
}

function chunksOf(bytes: Uint8Array): { type: string; data: Uint8Array }[] {
  const chunks: { type: string; data: Uint8Array }[] = [];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = SIGNATURE.length; at < bytes.length;) {
    expectOwn(at + 12 <= bytes.length, 'it is cut short');
    const end = at + 12 + view.getUint32(at);
    expectOwn(end <= bytes.length, 'it is cut short');
    expectOwn(view.getUint32(end - 4) === pngCrc(bytes.subarray(at + 4, end - 4)), 'a check sum is wrong');
    chunks.push({ type: textOf(bytes.subarray(at + 4, at + 8)), data: bytes.subarray(at + 8, end - 4) });
    at = end;
  }
  return chunks;
}

function unpacked(parts: readonly Uint8Array[], length: number): Uint8Array {
  const packed = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    packed.set(part, at);
    at += part.length;
  }
  try {
    const data = unzlibSync(packed, { out: new Uint8Array(length) });
    expectOwn(data.length === length, 'it has other than its pixels');
    return data;
  } catch {
    return (expectOwn(false, 'its pixels cannot be unpacked'), packed);
  }
}
