/** A pixel of a column, times a weight; nothing beyond the picture. */
function weighed(at: usize, line: usize, row: i32, height: i32, weight: usize): v128 {
  if (row < 0 || row >= height) return f32x4.splat(0);
  return f32x4.mul(v128.load32_splat(weight), v128.load(at + <usize>row * line));
}

/** See shear-row.ts: `first` is the column of the picture that the row begins with, `base` a row of it. */
export function shearRow(
  picture: usize,
  width: i32,
  height: i32,
  first: i32,
  base: i32,
  rows: usize,
  weight: usize,
  to: usize,
  pixels: i32,
): void {
  const line = (<usize>width) << 4;
  for (let i = 0; i < pixels; i++, to += 16, rows += 4, weight += 16) {
    const column = first + i;
    const row = base + load<i32>(rows);
    let sum = f32x4.splat(0);
    if (column >= 0 && column < width && row > -4 && row < height) {
      const at = picture + ((<usize>column) << 4);
      if (row >= 0 && row + 3 < height) {
        const a = at + <usize>row * line;
        const b = a + 2 * line;
        const upper = f32x4.add(
          f32x4.mul(v128.load32_splat(weight), v128.load(a)),
          f32x4.mul(v128.load32_splat(weight, 4), v128.load(a + line)),
        );
        const lower = f32x4.add(
          f32x4.mul(v128.load32_splat(weight, 8), v128.load(b)),
          f32x4.mul(v128.load32_splat(weight, 12), v128.load(b + line)),
        );
        sum = f32x4.add(upper, lower);
      } else {
        const upper = f32x4.add(
          weighed(at, line, row, height, weight),
          weighed(at, line, row + 1, height, weight + 4),
        );
        const lower = f32x4.add(
          weighed(at, line, row + 2, height, weight + 8),
          weighed(at, line, row + 3, height, weight + 12),
        );
        sum = f32x4.add(upper, lower);
      }
    }
    v128.store(to, sum);
  }
}

/** See transpose-pixels.ts. */
export function transposePixels(from: usize, to: usize, width: i32, height: i32): void {
  const line = (<usize>width) << 4;
  const column = (<usize>height) << 4;
  // In strips of rows, so that what is written lies together.
  for (let top = 0; top < height; top += 8) {
    const end = min(height, top + 8);
    for (let x = 0; x < width; x++) {
      let at = from + <usize>top * line + ((<usize>x) << 4);
      let into = to + <usize>x * column + ((<usize>top) << 4);
      for (let y = top; y < end; y++, at += line, into += 16) v128.store(into, v128.load(at));
    }
  }
}
