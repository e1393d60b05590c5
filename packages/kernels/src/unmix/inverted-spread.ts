/** A covariance of colours: rr, rg, rb, gg, gb, bb. */
export type Spread = readonly [number, number, number, number, number, number];

/** Noise of the picture as a deviation of encoded values. */
const NOISE = 2 / 255;

/** The variance of the noise in linear light: its slope is that of an encoding by the 2.2th root. */
export function noiseAt(light: number): number {
  const deviation = NOISE * 2.2 * Math.max(light, 0.002) ** 0.55;
  return deviation * deviation;
}

/** Variances of the noise in red, green and blue. */
export type Noise = readonly [number, number, number];

/** The inverse of a covariance of colours, set anew for every use so that nothing is allocated. */
export class InvertedSpread {
  /** rr, rg, rb, gg, gb, bb of the inverse, and the determinant of what was inverted. */
  private readonly entries = new Float64Array(7);

  /** Of a covariance with noise on top. */
  set([s0, s1, s2, s3, s4, s5]: Spread, [n0, n1, n2]: Noise): void {
    this.invert(s0 + n0, s1, s2, s3 + n1, s4, s5 + n2);
  }

  /** Of what `alpha` of one covariance and the rest of another mix to, with noise on top. */
  setMixed(above: Spread, below: Spread, alpha: number, [n0, n1, n2]: Noise): void {
    const u = alpha * alpha;
    const v = (1 - alpha) * (1 - alpha);
    this.invert(
      u * above[0] + v * below[0] + n0,
      u * above[1] + v * below[1],
      u * above[2] + v * below[2],
      u * above[3] + v * below[3] + n1,
      u * above[4] + v * below[4],
      u * above[5] + v * below[5] + n2,
    );
  }

  /** Row 0, 1 or 2 of the inverse times a step of colour. */
  row(index: 0 | 1 | 2, x: number, y: number, z: number): number {
    if (index === 0) return this.at(0) * x + this.at(1) * y + this.at(2) * z;
    if (index === 1) return this.at(1) * x + this.at(3) * y + this.at(4) * z;
    return this.at(2) * x + this.at(4) * y + this.at(5) * z;
  }

  /** The likelihood of a step from the mean, up to a factor that is the same for all. */
  likelihood(x: number, y: number, z: number): number {
    const across = this.at(1) * x * y + this.at(2) * x * z + this.at(4) * y * z;
    const off = this.at(0) * x * x + this.at(3) * y * y + this.at(5) * z * z + 2 * across;
    return Math.exp(-0.5 * off) / Math.sqrt(Math.max(this.at(6), 1e-30));
  }

  private at(entry: number): number {
    return this.entries[entry] as number;
  }

  private invert(s0: number, s1: number, s2: number, s3: number, s4: number, s5: number): void {
    const i0 = s3 * s5 - s4 * s4;
    const i1 = s2 * s4 - s1 * s5;
    const i2 = s1 * s4 - s2 * s3;
    const determinant = s0 * i0 + s1 * i1 + s2 * i2;
    const by = 1 / determinant;
    const { entries } = this;
    entries[0] = i0 * by;
    entries[1] = i1 * by;
    entries[2] = i2 * by;
    entries[3] = (s0 * s5 - s2 * s2) * by;
    entries[4] = (s1 * s2 - s0 * s4) * by;
    entries[5] = (s0 * s3 - s1 * s1) * by;
    entries[6] = determinant;
  }
}
