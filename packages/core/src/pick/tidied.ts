import { MARK } from './mark';
import { regionsOf } from './regions';

/** Holes and islands smaller than this share of the whole thing are no more than mistakes. */
const LEAST_SHARE = 0.02;

/**
 * Labels without small holes and small islands. A hole that is marked to be dropped stays, and so does
 * an island that is marked to be kept.
 */
export function tidied(
  labels: Uint8Array,
  width: number,
  height: number,
  marks: Uint8Array,
): Uint8Array {
  const { of, sizes } = regionsOf(labels, width, height);
  const meant = new Uint8Array(sizes.length);
  let all = 0;
  for (let p = 0; p < labels.length; p++) {
    all += labels[p] as number;
    if (marks[p] === (labels[p] === 1 ? MARK.keep : MARK.drop)) meant[of[p] as number] = 1;
  }
  const least = all * LEAST_SHARE;
  return labels.map((label, p) => {
    const own = of[p] as number;
    return (sizes[own] as number) < least && meant[own] === 0 ? 1 - label : label;
  });
}

/**
 * Takes islands out and fills holes of fewer than `size` pixels, in place. What counts as inside is
 * covered by half at least; soft edges of what stays are left as they are.
 * @param coverage 0..255
 */
export function takeSpecksOut(
  coverage: Uint8Array,
  width: number,
  height: number,
  size: number,
): void {
  if (size <= 0) return;
  const inside = coverage.map((value) => (value >= 128 ? 1 : 0));
  const { of, sizes } = regionsOf(inside, width, height);
  for (let p = 0; p < coverage.length; p++) {
    if ((sizes[of[p] as number] as number) < size) coverage[p] = inside[p] === 1 ? 0 : 255;
  }
}
