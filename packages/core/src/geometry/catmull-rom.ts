import type { Taps } from '@diplex/kernels';

/** The Catmull-Rom cubic (Keys 1981, a = -1/2): zero at whole numbers but 0, support 2. */
export function catmullRom(x: number): number {
  const t = Math.abs(x);
  if (t >= 2) return 0;
  if (t >= 1) return ((-0.5 * t + 2.5) * t - 4) * t + 2;
  return (1.5 * t - 2.5) * t * t + 1;
}

/**
 * Taps for one axis. Output sample i (counted from `from`, `count` of them) looks at the place
 * `scale` (i + 1/2) + `shift` of an input of `length` samples, with a kernel stretched by
 * max(1, |scale|). Samples beyond the ends count as the end sample.
 */
export function axisTaps(
  from: number,
  count: number,
  scale: number,
  shift: number,
  length: number,
): Taps {
  const stretch = Math.max(1, Math.abs(scale));
  const places = Array.from({ length: count }, (_, i) => scale * (from + i + 0.5) + shift - 0.5);
  // A picture on the pixel grid needs one tap only: all others have no weight.
  const onGrid = stretch === 1 && places.every((place) => Number.isInteger(place));
  const taps = onGrid ? 1 : Math.ceil(4 * stretch) + 1;
  const index = new Int32Array(count * taps);
  const weight = new Float32Array(count * taps);
  for (let i = 0; i < count; i++) {
    const place = places[i] as number;
    const first = onGrid ? place : Math.ceil(place - 2 * stretch);
    let total = 0;
    for (let k = 0; k < taps; k++) total += catmullRom((first + k - place) / stretch);
    for (let k = 0; k < taps; k++) {
      index[i * taps + k] = Math.max(0, Math.min(length - 1, first + k));
      weight[i * taps + k] = catmullRom((first + k - place) / stretch) / total;
    }
  }
  return { count: taps, index, weight };
}
