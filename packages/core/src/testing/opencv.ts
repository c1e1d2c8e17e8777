import type { ColourPicture, GreyPicture } from '../raster';

/** The parts of the general computer-vision library's WebAssembly build that tests and bench compare with. */
export interface Mat {
  rows: number;
  cols: number;
  data: Uint8Array;
  data32S: Int32Array;
  data32F: Float32Array;
  data64F: Float64Array;
  delete(): void;
}
interface MatVector {
  size(): number;
  get(index: number): Mat;
  delete(): void;
}
interface Size {
  width: number;
  height: number;
}
interface Point {
  x: number;
  y: number;
}
/** A box about a middle, its width turned by degrees clockwise on screen. */
export interface RotatedBox {
  center: Point;
  size: Size;
  angle: number;
}
export interface Cv {
  Mat: new (rows?: number, columns?: number, type?: number) => Mat;
  MatVector: new () => MatVector;
  Size: new (width: number, height: number) => Size;
  Point: new (x: number, y: number) => Point;
  Scalar: new (...values: number[]) => number[];
  TermCriteria: new (type: number, count: number, epsilon: number) => object;
  THRESH_BINARY: number;
  THRESH_BINARY_INV: number;
  THRESH_OTSU: number;
  ADAPTIVE_THRESH_MEAN_C: number;
  RETR_CCOMP: number;
  RETR_TREE: number;
  CHAIN_APPROX_NONE: number;
  COLOR_RGBA2GRAY: number;
  CV_32S: number;
  CV_32F: number;
  CV_8UC1: number;
  CV_8UC4: number;
  CV_32FC2: number;
  CV_32SC2: number;
  DIST_L2: number;
  DIST_MASK_PRECISE: number;
  MORPH_OPEN: number;
  MORPH_CLOSE: number;
  BORDER_REPLICATE: number;
  BORDER_REFLECT_101: number;
  INTER_LINEAR: number;
  INTER_CUBIC: number;
  WARP_INVERSE_MAP: number;
  KMEANS_PP_CENTERS: number;
  CV_8UC3: number;
  COLOR_RGBA2RGB: number;
  GC_INIT_WITH_MASK: number;
  Rect: new (x: number, y: number, width: number, height: number) => object;
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat;
  cvtColor(from: Mat, to: Mat, code: number): void;
  filter2D(from: Mat, to: Mat, depth: number, kernel: Mat): void;
  threshold(from: Mat, to: Mat, level: number, most: number, kind: number): number;
  adaptiveThreshold(
    from: Mat,
    to: Mat,
    most: number,
    method: number,
    kind: number,
    block: number,
    c: number,
  ): void;
  connectedComponentsWithStats(
    from: Mat,
    labels: Mat,
    stats: Mat,
    centroids: Mat,
    connectivity: number,
    type: number,
  ): number;
  findContours(from: Mat, to: MatVector, hierarchy: Mat, mode: number, method: number): void;
  approxPolyDP(from: Mat, to: Mat, epsilon: number, closed: boolean): void;
  contourArea(contour: Mat): number;
  fitEllipse(points: Mat): RotatedBox;
  minAreaRect(points: Mat): RotatedBox;
  moments(contour: Mat): { m00: number; m10: number; m01: number };
  pointPolygonTest(contour: Mat, place: Point, distance: boolean): number;
  resize(from: Mat, to: Mat, size: Size, acrossX: number, acrossY: number, how: number): void;
  GaussianBlur(from: Mat, to: Mat, size: Size, sigmaX: number, sigmaY: number, border: number): void;
  erode(from: Mat, to: Mat, kernel: Mat): void;
  dilate(from: Mat, to: Mat, kernel: Mat): void;
  morphologyEx(from: Mat, to: Mat, operation: number, kernel: Mat): void;
  distanceTransform(from: Mat, to: Mat, kind: number, mask: number): void;
  getPerspectiveTransform(from: Mat, to: Mat): Mat;
  warpPerspective(
    from: Mat,
    to: Mat,
    matrix: Mat,
    size: Size,
    flags: number,
    border: number,
    value: number[],
  ): void;
  blur(from: Mat, to: Mat, size: Size, anchor: Point, border: number): void;
  Laplacian(from: Mat, to: Mat, depth: number, aperture: number): void;
  Canny(from: Mat, to: Mat, low: number, high: number, aperture: number, l2: boolean): void;
  kmeans(
    samples: Mat,
    count: number,
    labels: Mat,
    criteria: object,
    attempts: number,
    flags: number,
    centres: Mat,
  ): number;
  grabCut(
    picture: Mat,
    mask: Mat,
    box: object,
    outside: Mat,
    inside: Mat,
    rounds: number,
    mode: number,
  ): void;
  onRuntimeInitialized?: () => void;
}

/** Loads the library once. It is handed over in a box: it has a `then` of its own that never answers. */
export function loadOpenCv(): Promise<{ cv: Cv }> {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- awaiting an import of it would hang
  const cv = require('@techstark/opencv-js') as Cv;
  return new Promise((resolve) => {
    if (typeof cv.Mat === 'function') resolve({ cv });
    else cv.onRuntimeInitialized = () => resolve({ cv });
  });
}

/** A grey picture as one of the library's. */
export function greyMat(cv: Cv, { width, height, data }: GreyPicture): Mat {
  const mat = new cv.Mat(height, width, cv.CV_8UC1);
  mat.data.set(data);
  return mat;
}

/** A colour picture as one of the library's. */
export function colourMat(cv: Cv, { width, height, data }: ColourPicture): Mat {
  const mat = new cv.Mat(height, width, cv.CV_8UC4);
  mat.data.set(data);
  return mat;
}
