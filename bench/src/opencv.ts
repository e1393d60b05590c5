import { createRequire } from 'node:module';

/** What is used of OpenCV.js here. */
export interface Mat {
  readonly data: Uint8Array;
  readonly data32F: Float32Array;
  delete(): void;
}

export interface OpenCv {
  readonly Mat: new (rows?: number, columns?: number, type?: number) => Mat;
  readonly Size: new (width: number, height: number) => object;
  readonly Scalar: new (...values: number[]) => object;
  matFromArray(rows: number, columns: number, type: number, values: readonly number[]): Mat;
  warpPerspective(
    ...args: [from: Mat, to: Mat, map: Mat, size: object, flags: number, border: number]
  ): void;
  remap(...args: [from: Mat, to: Mat, across: Mat, down: Mat, flags: number, border: number]): void;
  filter2D(
    ...args: [
      from: Mat,
      to: Mat,
      depth: number,
      kernel: Mat,
      anchor: object,
      delta: number,
      border: number,
    ]
  ): void;
  readonly Point: new (x: number, y: number) => object;
  GaussianBlur(
    ...args: [from: Mat, to: Mat, size: object, x: number, y: number, border: number]
  ): void;
  grabCut(
    ...args: [
      image: Mat,
      mask: Mat,
      rect: object,
      behind: Mat,
      thing: Mat,
      rounds: number,
      mode: number,
    ]
  ): void;
  readonly Rect: new (x: number, y: number, width: number, height: number) => object;
  distanceTransform(...args: [from: Mat, to: Mat, kind: number, mask: number]): void;
  readonly [constant: string]: unknown;
}

let made: Promise<OpenCv> | null = null;

/** OpenCV.js, once it is ready; the same one for all who ask. */
export function openCv(): Promise<OpenCv> {
  made ??= load();
  return made;
}

function load(): Promise<OpenCv> {
  type Loading = OpenCv & { then?: (ready: (module: Loading) => void) => void };
  const loading = createRequire(import.meta.url)('@techstark/opencv-js') as Loading;
  return new Promise((resolve) => {
    loading.then?.((module) => {
      // The module is itself something to wait for, which would be waited for again for ever.
      delete module.then;
      resolve(module);
    });
  });
}
