/** What hangs together in a picture of labels (four neighbours). */
export interface Regions {
  /** The number of every pixel's region. */
  readonly of: Int32Array;
  /** How many pixels each region has. */
  readonly sizes: readonly number[];
  /** The first pixel of each region, which tells its label. */
  readonly firsts: readonly number[];
}

/** Finds the regions of equal labels. */
export function regionsOf(labels: Uint8Array, width: number, height: number): Regions {
  const of = new Int32Array(labels.length).fill(-1);
  const line = new Int32Array(labels.length);
  const sizes: number[] = [];
  const firsts: number[] = [];
  const last = width * (height - 1);
  for (let start = 0; start < labels.length; start++) {
    if (of[start] !== -1) continue;
    const label = labels[start];
    const own = sizes.length;
    let end = 0;
    line[end++] = start;
    of[start] = own;
    for (let at = 0; at < end; at++) {
      const p = line[at] as number;
      const x = p % width;
      for (let k = 0; k < 4; k++) {
        const q = k === 0 ? p - 1 : k === 1 ? p + 1 : k === 2 ? p - width : p + width;
        const inside = k === 0 ? x > 0 : k === 1 ? x < width - 1 : k === 2 ? p >= width : p < last;
        if (!inside || of[q] !== -1 || labels[q] !== label) continue;
        of[q] = own;
        line[end++] = q;
      }
    }
    sizes.push(end);
    firsts.push(start);
  }
  return { of, sizes, firsts };
}
