/**
 * Finds the shares, not below nothing and adding up to one, for which `s' M s - 2 g' s` is least.
 * @param matrix `M`, symmetric and positive, row by row
 * @param goal `g`
 * @param free 1 for each share that may be more than nothing; changed
 * @param shares where to put them
 */
export type SolveShares = (
  matrix: Float64Array,
  goal: Float64Array,
  free: Uint8Array,
  shares: Float64Array,
) => void;

/** Least squares on some shares by an active set (Lawson and Hanson 1974), their sum held by a multiplier. */
export function shareSolver(n: number): SolveShares {
  const lower = new Float64Array(n * n);
  const places = new Int32Array(n);
  const own = new Float64Array(n);
  const level = new Float64Array(n);

  /** The lower factor of Cholesky of the rows and columns at the places. */
  function factor(matrix: Float64Array, count: number): void {
    for (let i = 0; i < count; i++) {
      const row = (places[i] as number) * n;
      for (let j = 0; j <= i; j++) {
        let sum = matrix[row + (places[j] as number)] as number;
        for (let m = 0; m < j; m++) {
          sum -= (lower[i * n + m] as number) * (lower[j * n + m] as number);
        }
        lower[i * n + j] =
          j === i ? Math.sqrt(Math.max(1e-30, sum)) : sum / (lower[j * n + j] as number);
      }
    }
  }

  function solveBy(x: Float64Array, count: number): void {
    for (let i = 0; i < count; i++) {
      let sum = x[i] as number;
      for (let j = 0; j < i; j++) sum -= (lower[i * n + j] as number) * (x[j] as number);
      x[i] = sum / (lower[i * n + i] as number);
    }
    for (let i = count - 1; i >= 0; i--) {
      let sum = x[i] as number;
      for (let j = i + 1; j < count; j++) sum -= (lower[j * n + i] as number) * (x[j] as number);
      x[i] = sum / (lower[i * n + i] as number);
    }
  }

  return (matrix, goal, free, shares) => {
    for (let round = 0; round < n; round++) {
      shares.fill(0);
      let count = 0;
      for (let k = 0; k < n; k++) if (free[k]) places[count++] = k;
      for (let i = 0; i < count; i++) {
        own[i] = goal[places[i] as number] as number;
        level[i] = 1;
      }
      factor(matrix, count);
      solveBy(own, count);
      solveBy(level, count);
      let [sum, rise] = [0, 0];
      for (let i = 0; i < count; i++) {
        sum += own[i] as number;
        rise += level[i] as number;
      }
      let fell = false;
      for (let i = 0; i < count; i++) {
        const k = places[i] as number;
        const share = (own[i] as number) + ((1 - sum) / rise) * (level[i] as number);
        shares[k] = Math.max(0, share);
        if (share >= 0) continue;
        free[k] = 0;
        fell = true;
      }
      if (!fell) return;
    }
  };
}
