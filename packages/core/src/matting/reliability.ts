import { boxMean } from '@diplex/imaging';
import { isUnsure, KNOWN, type MatteInput } from './trimap';
import type { Unmixed, Unmixer } from './unmix';

/** Errors are gathered in cells of this side, in pixels. */
const CELL = 4;
/** How far from the unsure pixels known ones are tried, in cells. */
const NEAR = 7;
/** Where none lies near, those within this are asked. */
const FAR = 50;
/** Known pixels of a cell are tried that lie on its diagonal, every so many. */
const EVERY = 2;

/** The mean squared error of unmixing around every place, in cells. */
export interface UnmixingError {
  near(x: number, y: number): number;
}

/**
 * How wrong unmixing is where the answer is known: its mean squared error around every place, over what
 * is kept and what is dropped alike. What it says of unsure pixels is trusted as far as it is right
 * about known ones near them.
 */
export function unmixingError(input: MatteInput, unmixer: Unmixer): UnmixingError {
  const { width, height, linear, known } = input;
  const columns = Math.ceil(width / CELL);
  const rows = Math.ceil(height / CELL);
  const near = nearUnsure(input, columns, rows);
  const sides = [KNOWN.drop, KNOWN.keep].map((mark) => ({
    ...{ mark, errors: new Float32Array(columns * rows) },
    tried: new Float32Array(columns * rows),
  }));
  const said: Unmixed = { alpha: 0, variance: 0 };
  for (let cell = 0; cell < near.length; cell++) {
    if ((near[cell] as number) === 0) continue;
    for (let step = 0; step < CELL; step += EVERY) {
      const x = (cell % columns) * CELL + step;
      const y = Math.floor(cell / columns) * CELL + step;
      if (x >= width || y >= height) continue;
      const p = y * width + x;
      const side = sides.find(({ mark }) => mark === known[p]);
      if (!side) continue;
      unmixer.unmix(x, y, linear, p * 3, said);
      const off = said.alpha - (side.mark === KNOWN.keep ? 1 : 0);
      side.errors[cell] = (side.errors[cell] as number) + off * off + said.variance;
      side.tried[cell] = (side.tried[cell] as number) + 1;
    }
  }
  const means = sides.map(({ errors, tried }) => meanOver(errors, tried, columns, rows));
  return {
    near(x, y) {
      const cell = Math.floor(y / CELL) * columns + Math.floor(x / CELL);
      return ((means[0]?.[cell] ?? 0) + (means[1]?.[cell] ?? 0)) / 2;
    },
  };
}

/** 1 within NEAR of an unsure pixel. */
function nearUnsure(
  { width, height, known }: MatteInput,
  columns: number,
  rows: number,
): Float32Array {
  const unsure = new Float32Array(columns * rows);
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (!isUnsure(known[p] as number)) continue;
      unsure[Math.floor(y / CELL) * columns + Math.floor(x / CELL)] = 1;
    }
  }
  return boxMean(unsure, columns, rows, NEAR).map((share) => (share > 1e-4 ? 1 : 0));
}

/** The mean of what was tried around every place. */
function meanOver(
  errors: Float32Array,
  tried: Float32Array,
  columns: number,
  rows: number,
): Float32Array {
  const around = (data: Float32Array, reach: number) =>
    boxMean(boxMean(data, columns, rows, reach), columns, rows, reach);
  const [near, nearTried] = [around(errors, NEAR), around(tried, NEAR)];
  const [far, farTried] = [around(errors, FAR), around(tried, FAR)];
  return near.map((error, cell) => {
    const count = nearTried[cell] as number;
    if (count > 1e-3) return error / count;
    return (far[cell] as number) / Math.max(1e-8, farTried[cell] as number);
  });
}
