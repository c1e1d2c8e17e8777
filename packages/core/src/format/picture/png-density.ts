import { densityChunk } from './png-chunk';

/** Signature and IHDR chunk, after which pHYs may stand. */
const AFTER_HEADER = 8 + 12 + 13;

/**
 * A PNG file with its density written in (pHYs, pixels per metre), in place of one that it may have: pictures that
 * come from pages, whose size is known, keep it. `dpi` in pixels per inch.
 */
export function withDensity(png: Uint8Array, dpi: number): Uint8Array<ArrayBuffer> {
  const chunk = densityChunk(dpi);
  const rest = withoutDensity(png);
  const result = new Uint8Array(rest.length + chunk.length);
  result.set(rest.subarray(0, AFTER_HEADER));
  result.set(chunk, AFTER_HEADER);
  result.set(rest.subarray(AFTER_HEADER), AFTER_HEADER + chunk.length);
  return result;
}

function withoutDensity(png: Uint8Array): Uint8Array {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength);
  for (let at = 8; at + 12 <= png.length; at += 12 + view.getUint32(at)) {
    const isDensity = view.getUint32(at + 4) === 0x70485973;
    if (!isDensity) continue;
    const end = at + 12 + view.getUint32(at);
    const result = new Uint8Array(png.length - (end - at));
    result.set(png.subarray(0, at));
    result.set(png.subarray(end), at);
    return result;
  }
  return png;
}
