import sharp from 'sharp';

/** A photo-like picture that takes a while: leaves of light and shade, and grain. */
export async function foliage(width: number, height: number): Promise<Buffer> {
  const data = Buffer.alloc(3 * width * height);
  let state = 7;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      const leaf =
        Math.sin(x / 9 + 3 * Math.sin(y / 23)) * Math.cos(y / 11 + 2 * Math.sin(x / 31)) +
        0.5 * Math.sin((x * y) / 9000);
      const tone = 128 + 70 * leaf + 24 * (state / 2 ** 32 - 0.5);
      for (let c = 0; c < 3; c++) data[i++] = Math.max(0, Math.min(255, tone + 12 * (c - 1)));
    }
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 88 })
    .toBuffer();
}
