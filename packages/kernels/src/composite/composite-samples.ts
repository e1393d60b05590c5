import { decodeRow } from '../convert/decode-row';
import { callsFor, inScratch, type Samples, sampleTable, scratchFloats } from '../memory/thread';
import type { MixSpaceName } from '../transfer/transfer';
import { compositeRows } from './composite-rows';

/** A run of samples: RGB, or RGBA with straight alpha. */
export interface SampleRun {
  readonly samples: Samples;
  /** Where the run begins, in samples. */
  readonly offset: number;
  readonly channels: 3 | 4;
}

/**
 * Samples of a source straight onto a run of the backdrop, with the blend mode normal: the same
 * numbers as decodeRow and compositeRows one after the other, without the floats between them.
 *
 * @param backdrop premultiplied RGBA floats in the mixing space
 * @param toOffset where in `backdrop` to begin, in floats
 */
export function compositeSamples(
  backdrop: Float32Array,
  toOffset: number,
  { samples, offset, channels }: SampleRun,
  opacity: number,
  space: MixSpaceName,
  pixels: number,
): void {
  const bits = samples.BYTES_PER_ELEMENT === 1 ? 8 : 16;
  const table = sampleTable(bits, space);
  const calls = bits === 8 ? callsFor(backdrop, samples, table) : null;
  if (calls) {
    const into = backdrop.byteOffset + toOffset * 4;
    const look = space === 'encoded' ? 0 : table.byteOffset;
    calls.compositeSamples?.(into, samples.byteOffset + offset, channels, look, opacity, pixels);
    return;
  }
  inScratch(() => {
    const row = scratchFloats(pixels * 4);
    decodeRow(samples, offset, channels, table, row, 0, pixels);
    const run = backdrop.subarray(toOffset, toOffset + pixels * 4);
    compositeRows('normal', run, row, null, opacity, space);
  });
}
