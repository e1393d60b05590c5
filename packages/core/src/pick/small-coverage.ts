import type { Size } from '@diplex/document';

/** Coverage for every `step`th pixel of a picture, 0..255. */
export interface SmallCoverage {
  readonly width: number;
  readonly height: number;
  readonly step: number;
  readonly data: Uint8Array;
}

/** Coverage (0..1) so that neither side is longer than `most`: to be looked at, not to be worked with. */
export function smallCoverage(
  coverage: Float32Array,
  { width, height }: Size,
  most: number,
): SmallCoverage {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / most));
  const [w, h] = [Math.ceil(width / step), Math.ceil(height / step)];
  const data = new Uint8Array(w * h);
  for (let y = 0, p = 0; y < h; y++) {
    for (let x = 0; x < w; x++, p++) {
      data[p] = Math.round(255 * (coverage[y * step * width + x * step] as number));
    }
  }
  return { width: w, height: h, step, data };
}
