import type { ToneComponent } from '@diplex/document';
import type { SourceLevel } from '../pixels/source-level';
import { COMPONENTS } from './tones';

/**
 * How many pixels of a level have each value of a component, in `bins` equal steps of 0..1; as shares
 * of all of them. Samples of 16 bits are counted as such.
 */
export function toneHistogram(
  { data, channels }: SourceLevel,
  component: ToneComponent,
  bins: number,
): Float64Array {
  const counts = new Float64Array(bins);
  const value = COMPONENTS[component];
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const pixels = data.length / channels;
  for (let i = 0; i < data.length; i += channels) {
    const [r, g, b] = [data[i], data[i + 1], data[i + 2]] as [number, number, number];
    const bin = Math.min(bins - 1, Math.floor(value(r / top, g / top, b / top, 1) * bins));
    counts[bin] = (counts[bin] as number) + 1;
  }
  return counts.map((count) => count / pixels);
}
