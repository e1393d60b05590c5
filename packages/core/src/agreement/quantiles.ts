/** Values are sorted into so many bins, by their cube root, up to the most. */
const [BINS, MOST] = [4096, 4];

/** The distribution of weighted values of at least 0. */
export class Quantiles {
  private readonly sums = new Float64Array(BINS + 1);

  /** @param values of light; what is above 4 counts as 4 */
  constructor(values: ArrayLike<number>, weights: ArrayLike<number>) {
    const counts = new Float64Array(BINS);
    for (let p = 0; p < values.length; p++) {
      const weight = weights[p] as number;
      if (weight === 0) continue;
      const place = BINS * Math.cbrt((values[p] as number) / MOST);
      const bin = Math.max(0, Math.min(BINS - 1, Math.floor(place)));
      counts[bin] = (counts[bin] as number) + weight;
    }
    for (let bin = 0; bin < BINS; bin++) {
      this.sums[bin + 1] = (this.sums[bin] as number) + (counts[bin] as number);
    }
  }

  /** The sum of all weights. */
  get total(): number {
    return this.sums[BINS] as number;
  }

  /** The value below which a share of 0..1 of all lies; 0 where there is nothing. */
  at(share: number): number {
    const wanted = share * this.total;
    let [low, high] = [0, BINS];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((this.sums[middle] as number) <= wanted) low = middle;
      else high = middle;
    }
    const [before, after] = [this.sums[low] as number, this.sums[high] as number];
    const within = after > before ? (wanted - before) / (after - before) : 0;
    return MOST * ((low + Math.min(1, within)) / BINS) ** 3;
  }
}
