/** Columns of `from` become rows of `to`; both extents are multiples of four. */
export function turn(from: usize, to: usize, width: i32, height: i32): void {
  const stride = (<usize>width) << 2;
  const turned = (<usize>height) << 2;
  for (let y = 0; y < height; y += 4) {
    let row = from + <usize>y * stride;
    let column = to + ((<usize>y) << 2);
    for (let x = 0; x < width; x += 4, row += 16, column += turned << 2) {
      const a = v128.load(row),
        b = v128.load(row + stride);
      const c = v128.load(row + stride * 2),
        d = v128.load(row + stride * 3);
      const ab = v128.shuffle<u32>(a, b, 0, 4, 1, 5),
        cd = v128.shuffle<u32>(c, d, 0, 4, 1, 5);
      const abHigh = v128.shuffle<u32>(a, b, 2, 6, 3, 7),
        cdHigh = v128.shuffle<u32>(c, d, 2, 6, 3, 7);
      v128.store(column, v128.shuffle<u32>(ab, cd, 0, 1, 4, 5));
      v128.store(column + turned, v128.shuffle<u32>(ab, cd, 2, 3, 6, 7));
      v128.store(column + turned * 2, v128.shuffle<u32>(abHigh, cdHigh, 0, 1, 4, 5));
      v128.store(column + turned * 3, v128.shuffle<u32>(abHigh, cdHigh, 2, 3, 6, 7));
    }
  }
}
