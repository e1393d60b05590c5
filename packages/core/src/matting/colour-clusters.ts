/** How many pixels are looked at to place the clusters. */
const SAMPLES = 4000;
const ROUNDS = 8;

/** Pixels that count less than this do not place a cluster. */
const LEAST = 0.3;

/**
 * Divides the pixels that count into clusters of like colours: k-means from starts that lie far apart,
 * in the square root of linear light, where steps look about even.
 * @param linear RGB, interleaved
 * @param counts how much each pixel counts, 0..1
 * @returns the cluster of each pixel; -1 for those that do not count
 */
export function colourClusters(
  linear: Float32Array,
  counts: Float32Array,
  clusters: number,
): Int8Array {
  const labels = new Int8Array(counts.length).fill(-1);
  let total = 0;
  for (let p = 0; p < counts.length; p++) if ((counts[p] as number) > LEAST) total++;
  const every = Math.max(1, Math.floor(total / SAMPLES));
  const samples: number[] = [];
  for (let p = 0, seen = 0; p < counts.length; p++) {
    if ((counts[p] as number) > LEAST && seen++ % every === 0) samples.push(p);
  }
  if (samples.length === 0) return labels;
  const channel = (p: number, c: number) => Math.sqrt(linear[p * 3 + c] as number);
  const centres = farApart(samples, channel, clusters);
  const nearest = (p: number) => {
    const [r, g, b] = [channel(p, 0), channel(p, 1), channel(p, 2)];
    let best = 0;
    let least = Infinity;
    for (let k = 0; k < clusters; k++) {
      const dr = r - (centres[k * 3] as number);
      const dg = g - (centres[k * 3 + 1] as number);
      const db = b - (centres[k * 3 + 2] as number);
      const off = dr * dr + dg * dg + db * db;
      if (off < least) [least, best] = [off, k];
    }
    return best;
  };
  for (let round = 0; round < ROUNDS; round++) {
    const sums = new Float64Array(clusters * 4);
    for (const p of samples) {
      const at = nearest(p) * 4;
      for (let c = 0; c < 3; c++) sums[at + c] = (sums[at + c] as number) + channel(p, c);
      sums[at + 3] = (sums[at + 3] as number) + 1;
    }
    for (let k = 0; k < clusters; k++) {
      const held = sums[k * 4 + 3] as number;
      for (let c = 0; held > 0 && c < 3; c++) {
        centres[k * 3 + c] = (sums[k * 4 + c] as number) / held;
      }
    }
  }
  for (let p = 0; p < counts.length; p++) {
    if ((counts[p] as number) > LEAST) labels[p] = nearest(p);
  }
  return labels;
}

/** The mean colour, then always the sample that lies farthest from what there is. */
function farApart(
  samples: readonly number[],
  channel: (p: number, c: number) => number,
  clusters: number,
): Float64Array {
  const centres = new Float64Array(clusters * 3);
  for (const p of samples) {
    for (let c = 0; c < 3; c++) {
      centres[c] = (centres[c] as number) + channel(p, c) / samples.length;
    }
  }
  const off = new Float64Array(samples.length).fill(Infinity);
  for (let k = 1; k < clusters; k++) {
    let farthest = 0;
    samples.forEach((p, i) => {
      let distance = 0;
      for (let c = 0; c < 3; c++)
        distance += (channel(p, c) - (centres[k * 3 - 3 + c] as number)) ** 2;
      off[i] = Math.min(off[i] as number, distance);
      if ((off[i] as number) > (off[farthest] as number)) farthest = i;
    });
    for (let c = 0; c < 3; c++) centres[k * 3 + c] = channel(samples[farthest] as number, c);
  }
  return centres;
}
