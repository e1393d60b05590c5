import { encode, sampleTable } from '@diplex/kernels';
import type { SourceLevel } from './source-level';

type Samples = Uint8Array | Uint16Array;

/**
 * The next level of a pyramid: every pixel is the mean, in linear light and weighted by alpha, of
 * the two by two pixels it covers (of those that exist, at an odd edge). Keeps bits and channels.
 * `allocate` provides the memory of the result.
 */
export function halveLevel(from: SourceLevel, allocate: (samples: number) => Samples): SourceLevel {
  const { channels } = from;
  const width = Math.ceil(from.width / 2);
  const height = Math.ceil(from.height / 2);
  const data = allocate(width * height * channels);
  const top = from.data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const light = sampleTable(top === 255 ? 8 : 16, 'light');
  const sums = new Float64Array(4);
  for (let y = 0; y < height; y++) {
    const lastRow = Math.min(2 * y + 1, from.height - 1);
    for (let x = 0; x < width; x++) {
      const lastColumn = Math.min(2 * x + 1, from.width - 1);
      sums.fill(0);
      let count = 0;
      for (let v = 2 * y; v <= lastRow; v++) {
        for (let u = 2 * x; u <= lastColumn; u++) {
          const i = (v * from.width + u) * channels;
          const alpha = channels === 4 ? (from.data[i + 3] as number) / top : 1;
          for (let c = 0; c < 3; c++) {
            sums[c] = (sums[c] as number) + alpha * (light[from.data[i + c] as number] as number);
          }
          sums[3] = (sums[3] as number) + alpha;
          count++;
        }
      }
      const o = (y * width + x) * channels;
      const alpha = sums[3] as number;
      for (let c = 0; c < 3; c++) {
        data[o + c] = alpha > 0 ? Math.round(encode((sums[c] as number) / alpha) * top) : 0;
      }
      if (channels === 4) data[o + 3] = Math.round((alpha / count) * top);
    }
  }
  return { width, height, channels, data };
}
