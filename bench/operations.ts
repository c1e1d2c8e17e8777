import {
  type ColourPicture,
  type GreyPicture,
  closed,
  distanceTransform,
  findColours,
  findComponents,
  findEdges,
  findRowChanges,
  followLight,
  gaussianBlur,
  homographyBetween,
  opened,
  quietContext,
  reduceColour,
  sizeWithin,
  toGrey,
  warp,
} from '@drelk/core';
import { median, now } from './measure';
import type { Cv, Mat } from '../packages/core/src/testing/opencv';

/** One operation, ours and the library's, each timed on its own. */
interface Operation {
  name: string;
  ours: () => unknown;
  theirs: () => void;
}

/**
 * Single operations of the first two stages on one picture, each beside the same one of the WebAssembly library,
 * turn and turn about; what is copied into the library is copied beforehand.
 */
export function operationRows(
  cv: Cv,
  picture: ColourPicture,
  runs: number,
): Record<string, Record<string, string>> {
  const rows: Record<string, Record<string, string>> = {};
  for (const { name, ours, theirs } of operationsOn(cv, picture)) {
    const mine: number[] = [];
    const other: number[] = [];
    ours();
    theirs();
    for (let k = 0; k < runs; k++) {
      let begun = now();
      ours();
      mine.push(now() - begun);
      begun = now();
      theirs();
      other.push(now() - begun);
    }
    rows[name] = {
      ours: `${median(mine).toFixed(0)} ms`,
      reference: `${median(other).toFixed(0)} ms`,
      ratio: (median(mine) / median(other)).toFixed(2),
    };
  }
  return rows;
}

function operationsOn(cv: Cv, picture: ColourPicture): Operation[] {
  const { width, height } = picture;
  const grey = toGrey(picture);
  const mask = { width, height, data: grey.data.map((tone) => (tone < 128 ? 1 : 0)) };
  const changes = findRowChanges(grey, 127.5);
  const mat = ({ data }: GreyPicture): Mat => {
    const result = new cv.Mat(height, width, cv.CV_8UC1);
    result.data.set(data);
    return result;
  };
  const greyMat = mat(grey);
  const inkMat = mat(mask);
  const colourMat = new cv.Mat(height, width, cv.CV_8UC4);
  colourMat.data.set(picture.data);
  const to = new cv.Mat();
  const kernel = cv.matFromArray(7, 7, cv.CV_8UC1, new Array(49).fill(1));
  const size = sizeWithin(width, height, 100_000);
  const small = coloured(reduceColour(picture, size.width, size.height));
  const channels = new Float32Array(3 * size.width * size.height);
  for (let i = 0; i < channels.length; i++) channels[i] = small.data[4 * Math.floor(i / 3) + (i % 3)];
  const samples = cv.matFromArray(channels.length / 3, 3, cv.CV_32F, channels);
  const corners = [
    [0.1, 0.08],
    [0.93, 0.02],
    [0.97, 0.95],
    [0.04, 0.9],
  ].map(([x, y]) => ({ x: x * width, y: y * height }));
  const whole = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const toSource = homographyBetween(whole, corners) ?? [];
  const matrix = cv.matFromArray(3, 3, 6, toSource as number[]);
  const warped = (flag: number) =>
    cv.warpPerspective(
      colourMat,
      to,
      matrix,
      new cv.Size(width, height),
      flag | cv.WARP_INVERSE_MAP,
      cv.BORDER_REPLICATE,
      new cv.Scalar(),
    );
  return [
    {
      name: 'Gaussian blur, sigma 2',
      ours: () => gaussianBlur(grey, 2),
      theirs: () => cv.GaussianBlur(greyMat, to, new cv.Size(13, 13), 2, 2, cv.BORDER_REFLECT_101),
    },
    {
      name: 'opening, 7 x 7',
      ours: () => opened(grey, 3),
      theirs: () => cv.morphologyEx(greyMat, to, cv.MORPH_OPEN, kernel),
    },
    {
      name: 'closing, 7 x 7',
      ours: () => closed(grey, 3),
      theirs: () => cv.morphologyEx(greyMat, to, cv.MORPH_CLOSE, kernel),
    },
    {
      name: 'distance transform, exact',
      ours: () => distanceTransform(mask.data, width, height, 0),
      theirs: () => cv.distanceTransform(inkMat, to, cv.DIST_L2, cv.DIST_MASK_PRECISE),
    },
    {
      name: 'local threshold, 31 x 31',
      ours: () => followLight(grey, 15, quietContext),
      theirs: () =>
        cv.adaptiveThreshold(greyMat, to, 255, cv.ADAPTIVE_THRESH_MEAN_C, cv.THRESH_BINARY_INV, 31, 10),
    },
    {
      name: 'connected components',
      ours: () => findComponents(changes, width, 'ink'),
      theirs: () => {
        const [stats, centroids] = [new cv.Mat(), new cv.Mat()];
        cv.connectedComponentsWithStats(inkMat, to, stats, centroids, 8, cv.CV_32S);
        stats.delete();
        centroids.delete();
      },
    },
    {
      name: 'perspective warp, linear',
      ours: () => warp(picture, toSource, width, height, 'linear', quietContext),
      theirs: () => warped(cv.INTER_LINEAR),
    },
    {
      name: 'perspective warp, cubic',
      ours: () => warp(picture, toSource, width, height, 'cubic', quietContext),
      theirs: () => warped(cv.INTER_CUBIC),
    },
    {
      name: 'colours, 5, on 100,000 px',
      ours: () => findColours(small, 5),
      theirs: () => {
        const [labels, centres] = [new cv.Mat(), new cv.Mat()];
        const criteria = new cv.TermCriteria(3, 10, 1);
        cv.kmeans(samples, 5, labels, criteria, 1, cv.KMEANS_PP_CENTERS, centres);
        labels.delete();
        centres.delete();
      },
    },
    {
      name: 'edges (Canny)',
      ours: () => findEdges(grey, 100, 250, quietContext),
      theirs: () => cv.Canny(greyMat, to, 100, 250, 3, false),
    },
  ];
}

/** The picture in stripes of five colours, rims and all: two tones would be no work for clusters. */
function coloured({ width, height, data }: ColourPicture): ColourPicture {
  const tints = [
    [35, 50, 74],
    [232, 185, 74],
    [79, 125, 92],
    [181, 87, 58],
  ];
  const result = new Uint8Array(data);
  for (let i = 0; i < width * height; i++) {
    const tint = tints[Math.floor((4 * (i % width)) / width)];
    const share = data[4 * i] / 255;
    for (let c = 0; c < 3; c++) result[4 * i + c] = Math.round(tint[c] + (246 - tint[c]) * share);
  }
  return { width, height, data: result };
}
