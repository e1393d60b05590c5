/** The numbers that combine-masks.ts calls the rules by. */
const REPLACE = 0,
  ADD = 1,
  SUBTRACT = 2;

function rest(x: v128): v128 {
  return f32x4.sub(f32x4.splat(1), x);
}

function combined(rule: i32, below: v128, value: v128, applies: usize): v128 {
  if (rule === REPLACE) {
    if (!applies) return value;
    return f32x4.add(f32x4.mul(below, rest(v128.load(applies))), value);
  }
  if (rule === ADD) return rest(f32x4.mul(rest(below), rest(value)));
  if (rule === SUBTRACT) return f32x4.mul(below, rest(value));
  return f32x4.mul(below, value);
}

/** See combine-masks.ts. Memory is handed out in whole vectors, so a count is rounded up. */
export function combineMasks(
  rule: i32,
  below: usize,
  value: usize,
  applies: usize,
  count: i32,
): void {
  const end = below + (((<usize>count + 3) >> 2) << 4);
  for (; below < end; below += 16, value += 16) {
    v128.store(below, combined(rule, v128.load(below), v128.load(value), applies));
    if (applies) applies += 16;
  }
}

/** from - values, in place; `from` is 0 for 1 everywhere. */
export function turnRound(values: usize, from: usize, count: i32): void {
  const end = values + (((<usize>count + 3) >> 2) << 4);
  for (; values < end; values += 16) {
    const whole = from ? v128.load(from) : f32x4.splat(1);
    v128.store(values, f32x4.sub(whole, v128.load(values)));
    if (from) from += 16;
  }
}
