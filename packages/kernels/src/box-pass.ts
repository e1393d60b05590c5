/**
 * One pass of an extended box filter (Gwosdek et al. 2011) along a line of whole numbers: a box of
 * 2 r + 1 samples whose next neighbours on both sides count with the weight `fringe`.
 * Sums of whole numbers are exact, so the result at a sample does not depend on where the line
 * begins, and the cost does not depend on r.
 *
 * Reads `length` samples of `from` beginning at `start`, `step` apart, and writes as many to `to`
 * in the same places. Samples beyond either end count as the end sample.
 */
export function boxPass(
  from: Int32Array,
  to: Int32Array,
  start: number,
  step: number,
  length: number,
  r: number,
  fringe: number,
): void {
  const last = length - 1;
  const weight = 1 / (2 * r + 1 + 2 * fringe);
  const at = (i: number) => from[start + Math.max(0, Math.min(i, last)) * step] as number;
  let sum = 0;
  for (let i = -r; i <= r; i++) sum += at(i);
  for (let i = 0; i < length; i++) {
    const before = at(i - r - 1);
    const after = at(i + r + 1);
    to[start + i * step] = Math.round((sum + fringe * (before + after)) * weight);
    sum += after - at(i - r);
  }
}
