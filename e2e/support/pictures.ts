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

/** A small board with a word on it, leaning, on a wall in uneven light: too small to be taken without asking. */
export async function smallBoard(): Promise<Buffer> {
  const board =
    `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="700">` +
    `<linearGradient id="wall" x2="1" y2="0.6"><stop stop-color="#8a5d48"/><stop offset="1" stop-color="#3a2a26"/></linearGradient>` +
    `<rect width="900" height="700" fill="url(#wall)"/><path d="M0 120H900M0 520H900" stroke="#2a1d1a" stroke-width="5"/>` +
    `<polygon points="300,250 610,232 622,430 292,418" fill="#f2ead8"/>` +
    `<g transform="matrix(1,-0.058,0.02,1,330,362)" fill="#2a2622"><rect y="-70" width="40" height="70"/>` +
    `<rect x="60" y="-70" width="26" height="70"/><circle cx="150" cy="-35" r="36"/><rect x="205" y="-70" width="44" height="70"/></g></svg>`;
  return sharp(Buffer.from(board)).flatten().blur(0.7).jpeg({ quality: 90 }).toBuffer();
}

/** A strip as wide as stitched photos come: ten dark discs on a light wall. */
export async function panorama(): Promise<Buffer> {
  const discs = Array.from({ length: 10 }, (_, k) => `<circle cx="${1500 + 3000 * k}" cy="200" r="120"/>`);
  return sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="30000" height="400"><rect width="30000" height="400" fill="#eee"/>${discs.join('')}</svg>`,
    ),
    { unlimited: true, limitInputPixels: false },
  )
    .jpeg({ quality: 90 })
    .toBuffer();
}

/** A pencil's drawing of a cup on squared paper, as a phone sees it: three closed lines. */
export async function squaredPaper(): Promise<Buffer> {
  const squares = Array.from(
    { length: 34 },
    (_, k) => `M-20 ${30 * k}L1020 ${30 * k + 9}M${30 * k} -20L${30 * k - 7} 780`,
  );
  const sheet =
    `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="760"><rect width="1000" height="760" fill="#f4f4f0"/>` +
    `<path d="${squares.join('')}" stroke="#8fb0e0" stroke-width="2" fill="none"/>` +
    `<g fill="none" stroke="#6a6a6e" stroke-width="7"><path d="M300 280H620L580 580H340Z"/>` +
    `<circle cx="700" cy="400" r="50"/><circle cx="450" cy="180" r="40"/></g></svg>`;
  return sharp(Buffer.from(sheet)).flatten().blur(0.6).jpeg({ quality: 85 }).toBuffer();
}
