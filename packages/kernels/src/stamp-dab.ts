/** One touch of a round brush. Lengths in pixels of the composition. */
export interface Dab {
  /** Centre, in pixels of the mask. */
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** 0 (hard, the edge one pixel wide) to 1 (falls off from the centre). */
  readonly softness: number;
  /** How much of the way to `cap` one touch goes, 0..1. */
  readonly flow: number;
  /** The most that the stroke lays down, 0..1. */
  readonly cap: number;
}

/**
 * Stamps a dab into a square tile of stroke coverage (16 bits, `side` x `side`), whose upper left
 * corner lies at (left, top) of the mask. `map` takes mask pixels to composition pixels (its linear
 * part: x' = a x + c y, y' = b x + d y), so that the brush is round on the composition.
 * Only samples of rows and columns between the bounds (inclusive, relative to the tile) are touched.
 */
export function stampDab(
  tile: Uint16Array,
  side: number,
  left: number,
  top: number,
  dab: Dab,
  map: readonly [a: number, b: number, c: number, d: number],
  bounds: readonly [x0: number, y0: number, x1: number, y1: number],
): void {
  const [a, b, c, d] = map;
  const fall = Math.max(1, dab.radius * dab.softness);
  const full = dab.radius + 0.5 - fall;
  const reach = full + fall;
  const cap = dab.cap * 65_535;
  for (let y = bounds[1]; y <= bounds[3]; y++) {
    const dy = top + y + 0.5 - dab.y;
    for (let x = bounds[0]; x <= bounds[2]; x++) {
      const dx = left + x + 0.5 - dab.x;
      const u = a * dx + c * dy;
      const v = b * dx + d * dy;
      const squared = u * u + v * v;
      if (squared >= reach * reach) continue;
      const distance = Math.sqrt(squared);
      let weight = 1;
      if (distance > full) {
        const t = (reach - distance) / fall;
        weight = t * t * (3 - 2 * t);
      }
      const at = y * side + x;
      const was = tile[at] as number;
      if (was < cap) tile[at] = Math.round(was + (cap - was) * dab.flow * weight);
    }
  }
}
