/** The parts of the general computer-vision library's WebAssembly build that tests compare with. */
export interface Mat {
  rows: number;
  data: Uint8Array;
  data32S: Int32Array;
  delete(): void;
}
interface MatVector {
  size(): number;
  get(index: number): Mat;
}
export interface Cv {
  Mat: new () => Mat;
  MatVector: new () => MatVector;
  THRESH_BINARY: number;
  THRESH_OTSU: number;
  RETR_CCOMP: number;
  CHAIN_APPROX_NONE: number;
  CV_32S: number;
  CV_8UC1: number;
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat;
  threshold(from: Mat, to: Mat, level: number, most: number, kind: number): number;
  connectedComponentsWithStats(
    from: Mat,
    labels: Mat,
    stats: Mat,
    centroids: Mat,
    connectivity: number,
    type: number,
  ): number;
  findContours(from: Mat, to: MatVector, hierarchy: Mat, mode: number, method: number): void;
  contourArea(contour: Mat): number;
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
