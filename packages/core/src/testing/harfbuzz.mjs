/** Shapes texts with HarfBuzz, a process of its own because it is loaded asynchronously: JSON in, JSON out. */
import { readFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import { Blob, Buffer, Face, Font, shape } from 'harfbuzzjs';

/** A font's tables out of a WOFF file (W3C, WOFF File Format 1.0). */
function unpacked(woff) {
  const view = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  const count = view.getUint16(12);
  const tables = Array.from({ length: count }, (_, k) => {
    const at = 44 + 20 * k;
    const [tag, offset, packed, length, sum] = [0, 4, 8, 12, 16].map((far) => view.getUint32(at + far));
    const bytes = woff.subarray(offset, offset + packed);
    return { tag, sum, bytes: packed < length ? inflateSync(bytes) : bytes };
  });
  const padded = (length) => (length + 3) & ~3;
  const size = 12 + 16 * count + tables.reduce((all, { bytes }) => all + padded(bytes.length), 0);
  const font = new Uint8Array(size);
  const out = new DataView(font.buffer);
  out.setUint32(0, view.getUint32(4));
  out.setUint16(4, count);
  let at = 12 + 16 * count;
  tables.forEach(({ tag, sum, bytes }, k) => {
    [tag, sum, at, bytes.length].forEach((value, n) => out.setUint32(12 + 16 * k + 4 * n, value));
    font.set(bytes, at);
    at += padded(bytes.length);
  });
  return font;
}

const { files, texts } = JSON.parse(readFileSync(0, 'utf8'));
const answer = files.map((file) => {
  const font = new Font(new Face(new Blob(unpacked(readFileSync(file))), 0));
  return texts.map((text) => {
    const buffer = new Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    shape(font, buffer);
    const places = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint }, k) => ({
      id: codepoint,
      advance: places[k].xAdvance,
      x: places[k].xOffset,
      path: font.glyphToPath(codepoint),
    }));
  });
});
process.stdout.write(JSON.stringify(answer));
