import { turn } from '../turn/simd';

/** What is at least this far away does not count. */
const FAR: f32 = 1e9;

/** Whether a line consists of starts of 0 alone: then nothing on it changes. */
function isNought(line: usize, count: i32): bool {
  const end = line + ((<usize>(count & ~3)) << 2);
  for (; line < end; line += 16) if (v128.any_true(v128.load(line))) return false;
  for (let i = 0; i < (count & 3); i++) if (load<f32>(line + ((<usize>i) << 2)) !== 0) return false;
  return true;
}

/**
 * The lower envelope of parabolas along one line, in place. `places` and `borders` have room for
 * one 4-byte and one 8-byte number for each sample and one more, `own` for the samples.
 */
function along(line: usize, count: i32, places: usize, borders: usize, own: usize): void {
  if (isNought(line, count)) return;
  let last = -1;
  for (let q = 0; q < count; q++) {
    const start = load<f32>(line + ((<usize>q) << 2));
    store<f32>(own + ((<usize>q) << 2), start);
    if (start >= FAR) continue;
    const lift = <f64>start + <f64>q * <f64>q;
    let border = -Infinity;
    while (last >= 0) {
      const p = load<i32>(places + ((<usize>last) << 2));
      const below = <f64>load<f32>(own + ((<usize>p) << 2)) + <f64>p * <f64>p;
      border = (lift - below) / <f64>(2 * (q - p));
      if (border > load<f64>(borders + ((<usize>last) << 3))) break;
      last--;
      border = -Infinity;
    }
    last++;
    store<i32>(places + ((<usize>last) << 2), q);
    store<f64>(borders + ((<usize>last) << 3), border);
  }
  if (last < 0) return;
  let k = 0;
  for (let q = 0; q < count; q++) {
    while (k < last && load<f64>(borders + ((<usize>(k + 1)) << 3)) < <f64>q) k++;
    const p = load<i32>(places + ((<usize>k) << 2));
    const away = <f32>(q - p);
    store<f32>(line + ((<usize>q) << 2), load<f32>(own + ((<usize>p) << 2)) + away * away);
  }
}

function rows(plane: usize, width: i32, height: i32, work: usize): void {
  const room = (<usize>max(width, height) + 4) << 3;
  for (let y = 0; y < height; y++) {
    along(plane + ((<usize>(y * width)) << 2), width, work, work + room, work + 2 * room);
  }
}

/**
 * See squared-distances.ts. Extents are multiples of four; `spare` is as large as `plane`, `work`
 * has 24 bytes for each sample of the longer side and 96 more.
 */
export function squaredDistances(
  plane: usize,
  spare: usize,
  work: usize,
  width: i32,
  height: i32,
): void {
  turn(plane, spare, width, height);
  rows(spare, height, width, work);
  turn(spare, plane, height, width);
  rows(plane, width, height, work);
}
