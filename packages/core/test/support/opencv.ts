/** OpenCV 4.5 by @techstark/opencv-js (Apache-2.0), as an outside check; only what the tests call. */
interface Mat {
  readonly data: Uint8Array;
  readonly data32F: Float32Array;
  readonly data32S: Int32Array;
  readonly delete: () => void;
}
interface OpenCv {
  readonly Mat: new () => Mat;
  readonly CV_8U: number;
  readonly CV_32F: number;
  readonly CV_32FC2: number;
  readonly CV_32S: number;
  readonly BORDER_REFLECT_101: number;
  readonly THRESH_OTSU: number;
  readonly DIST_L2: number;
  readonly DIST_MASK_PRECISE: number;
  readonly matFromArray: (rows: number, columns: number, type: number, data: readonly number[]) => Mat;
  readonly Size: new (width: number, height: number) => unknown;
  readonly GaussianBlur: (from: Mat, to: Mat, size: unknown, sigmaX: number, sigmaY: number, border: number) => void;
  readonly threshold: (from: Mat, to: Mat, cut: number, most: number, kind: number) => number;
  readonly distanceTransform: (from: Mat, to: Mat, metric: number, mask: number) => void;
  readonly INTER_LINEAR: number;
  readonly BORDER_REPLICATE: number;
  readonly BORDER_CONSTANT: number;
  readonly Scalar: new () => unknown;
  readonly remap: (from: Mat, to: Mat, x: Mat, y: Mat, how: number, border: number, value: unknown) => void;
  readonly getPerspectiveTransform: (from: Mat, to: Mat) => Mat;
  readonly warpPerspective: (from: Mat, to: Mat, matrix: Mat, size: unknown, how: number, border: number, value: unknown) => void;
  readonly connectedComponentsWithStats: (from: Mat, labels: Mat, stats: Mat, middles: Mat, neighbours: number, type: number) => number;
  onRuntimeInitialized?: () => void;
}

// eslint-disable-next-line @typescript-eslint/no-require-imports
export const cv = require('@techstark/opencv-js') as OpenCv;

/** Waits until it is ready. */
export const opencv = async (): Promise<void> => {
  if (!cv.Mat) await new Promise<void>((ready) => (cv.onRuntimeInitialized = ready));
};
