/** From 0 to 1 without a bend at either end; what lies beyond them is cut off. */
export function eased(part: number): number {
  const t = Math.max(0, Math.min(1, part));
  return t * t * (3 - 2 * t);
}
