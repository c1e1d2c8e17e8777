import type { ColourPicture } from './picture';

type Colour = readonly [red: number, green: number, blue: number];

/** Papers that clear pixels may be of, the first that is no colour of what is seen. */
const PAPERS: readonly Colour[] = [
  [255, 255, 255],
  [0, 0, 0],
  [128, 128, 128],
];
/** So near to a paper, each channel, a colour cannot be told from it. */
const NEAR = 40;
/** From this share of what is seen on a colour counts. */
const COUNTS = 0.002;
/** Every so many-th pixel is asked. */
const APART = 3;
/** What is less opaque has hardly a colour of its own. */
const SEEN = 200;

/**
 * A picture with its clear and half-clear pixels laid on a paper that is no colour of what is seen: what a clear pixel holds beneath never
 * counts. White where that goes. The same picture where all of it is opaque.
 */
export function laidOnPaper(picture: ColourPicture): ColourPicture {
  const { width, height, data } = picture;
  if (isOpaque(data)) return picture;
  const paper = freePaper(data);
  const laid = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const share = data[i + 3] / 255;
    for (let channel = 0; channel < 3; channel++)
      laid[i + channel] = Math.round(paper[channel] + share * (data[i + channel] - paper[channel]));
    laid[i + 3] = 255;
  }
  return { width, height, data: laid };
}

function isOpaque(data: ColourPicture['data']): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] < 255) return false;
  return true;
}

/** The first paper that is no colour of what is seen; white where all of them are. */
function freePaper(data: ColourPicture['data']): Colour {
  const seen = new Uint32Array(PAPERS.length);
  let visible = 0;
  for (let i = 0; i < data.length; i += 4 * APART) {
    if (data[i + 3] < SEEN) continue;
    visible++;
    PAPERS.forEach((paper, k) => {
      if (paper.every((value, channel) => Math.abs(data[i + channel] - value) < NEAR)) seen[k]++;
    });
  }
  return PAPERS[
    Math.max(
      0,
      seen.findIndex((count) => count <= COUNTS * visible),
    )
  ];
}
