import { MARK } from './mark';

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
  const { region, sizes, marked } = regionsOf(labels, width, height, marks);
  let all = 0;
  for (const label of labels) all += label;
  const least = all * LEAST_SHARE;
  return labels.map((label, p) => {
    const own = region[p] as number;
    const small = (sizes[own] as number) < least && !marked[own];
    return small ? 1 - label : label;
  });
}

/** Numbers what hangs together: its size, and whether a mark agrees with it. */
function regionsOf(labels: Uint8Array, width: number, height: number, marks: Uint8Array) {
  const region = new Int32Array(labels.length).fill(-1);
  const line = new Int32Array(labels.length);
  const sizes: number[] = [];
  const marked: boolean[] = [];
  for (let start = 0; start < labels.length; start++) {
    if (region[start] !== -1) continue;
    const label = labels[start];
    const own = sizes.length;
    let agrees = false;
    let end = 0;
    line[end++] = start;
    region[start] = own;
    for (let at = 0; at < end; at++) {
      const p = line[at] as number;
      if (marks[p] === (label === 1 ? MARK.keep : MARK.drop)) agrees = true;
      const x = p % width;
      for (let k = 0; k < 4; k++) {
        const q = k === 0 ? p - 1 : k === 1 ? p + 1 : k === 2 ? p - width : p + width;
        const inside = k === 0 ? x > 0 : k === 1 ? x < width - 1 : q >= 0 && q < width * height;
        if (!inside || region[q] !== -1 || labels[q] !== label) continue;
        region[q] = own;
        line[end++] = q;
      }
    }
    sizes.push(end);
    marked.push(agrees);
  }
  return { region, sizes, marked };
}
