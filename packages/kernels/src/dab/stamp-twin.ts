import type { Dab } from './dab';

/** The twin of stampDab. */
export function stampDabTwin(
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
