import { createRequire } from 'node:module';
import type { ColourPicture } from '@drelk/core';
import type { Cv } from '../packages/core/src/testing/opencv';

/** Loads the library; its module must not be awaited itself, since it has a `then` that never answers. */
export function loadOpenCv(): Promise<{ cv: Cv }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as Cv;
  return new Promise((resolve) => {
    if (typeof cv.Mat === 'function') resolve({ cv });
    else cv.onRuntimeInitialized = () => resolve({ cv });
  });
}

/** Grey, threshold, contours with their nesting, and polygons within a pixel; the picture copied in beforehand. */
export function opencvPolygons(
  cv: Cv,
  picture: ColourPicture,
  now: () => number,
): { milliseconds: number; points: number } {
  const colour = new cv.Mat(picture.height, picture.width, cv.CV_8UC4);
  colour.data.set(picture.data);
  const begun = now();
  const grey = new cv.Mat();
  const mask = new cv.Mat();
  const contours = new cv.MatVector();
  const hierarchy = new cv.Mat();
  const polygon = new cv.Mat();
  cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY);
  cv.threshold(grey, mask, 0, 255, cv.THRESH_BINARY_INV | cv.THRESH_OTSU);
  cv.findContours(mask, contours, hierarchy, cv.RETR_TREE, cv.CHAIN_APPROX_NONE);
  let points = 0;
  for (let k = 0; k < contours.size(); k++) {
    const contour = contours.get(k);
    points += contour.rows;
    cv.approxPolyDP(contour, polygon, 1, true);
    contour.delete();
  }
  const milliseconds = now() - begun;
  for (const thing of [colour, grey, mask, contours, hierarchy, polygon]) thing.delete();
  return { milliseconds, points };
}

/** Exact distances inside the ink, and the ridge where they bend: a skeleton without thinning. */
export function opencvSkeleton(cv: Cv, picture: ColourPicture, now: () => number): number {
  const colour = new cv.Mat(picture.height, picture.width, cv.CV_8UC4);
  colour.data.set(picture.data);
  const begun = now();
  const [grey, mask, distances, bend, ridge] = Array.from({ length: 5 }, () => new cv.Mat());
  cv.cvtColor(colour, grey, cv.COLOR_RGBA2GRAY);
  cv.threshold(grey, mask, 0, 255, cv.THRESH_BINARY_INV | cv.THRESH_OTSU);
  cv.distanceTransform(mask, distances, cv.DIST_L2, cv.DIST_MASK_PRECISE);
  cv.Laplacian(distances, bend, cv.CV_32F, 3);
  cv.threshold(bend, ridge, -1, 255, cv.THRESH_BINARY_INV);
  const milliseconds = now() - begun;
  for (const thing of [colour, grey, mask, distances, bend, ridge]) thing.delete();
  return milliseconds;
}
