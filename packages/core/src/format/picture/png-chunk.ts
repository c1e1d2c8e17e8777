/** CRC of PNG chunks (PNG specification, annex D), by its table. */
const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let value = n;
  for (let k = 0; k < 8; k++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value;
});

/** The CRC of a chunk's type and data. */
export function pngCrc(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (const byte of bytes) value = CRC[(value ^ byte) & 255] ^ (value >>> 8);
  return (value ^ 0xffffffff) >>> 0;
}

/** A chunk (PNG specification, 5.3): length, type, data, CRC. */
export function pngChunk(type: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
  const chunk = new Uint8Array(data.length + 12);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, data.length);
  for (let k = 0; k < 4; k++) chunk[4 + k] = type.charCodeAt(k);
  chunk.set(data, 8);
  view.setUint32(8 + data.length, pngCrc(chunk.subarray(4, 8 + data.length)));
  return chunk;
}

/** The density of a picture (11.3.4.3, pHYs): pixels per metre, from pixels per inch. */
export function densityChunk(dpi: number): Uint8Array<ArrayBuffer> {
  const data = new Uint8Array(9);
  const view = new DataView(data.buffer);
  const perMetre = Math.round(dpi / 0.0254);
  view.setUint32(0, perMetre);
  view.setUint32(4, perMetre);
  data[8] = 1;
  return pngChunk('pHYs', data);
}
