const TOP = 65_535;

/** The twin of mergeStroke. */
export function mergeStrokeTwin(
  stroke: Uint16Array,
  before: Uint16Array | null,
  merged: Uint16Array,
  side: number,
  bounds: readonly [x0: number, y0: number, x1: number, y1: number],
  target: number,
): void {
  for (let y = bounds[1]; y <= bounds[3]; y++) {
    for (let x = bounds[0]; x <= bounds[2]; x++) {
      const at = y * side + x;
      const laid = (stroke[at] as number) / TOP;
      if (laid === 0) continue;
      const value = before ? (before[at * 2] as number) : 0;
      const applies = before ? (before[at * 2 + 1] as number) / TOP : 0;
      const total = applies * (1 - laid) + laid;
      const mixed = (value * applies * (1 - laid) + target * laid) / total;
      merged[at * 2] = Math.round(mixed);
      merged[at * 2 + 1] = Math.round(total * TOP);
    }
  }
}
