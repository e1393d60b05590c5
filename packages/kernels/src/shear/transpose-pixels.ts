import { callsFor } from '../memory/thread';

/** RGBA floats with rows and columns exchanged. */
export function transposePixels(
  from: Float32Array,
  to: Float32Array,
  width: number,
  height: number,
): void {
  const calls = callsFor(from, to);
  if (calls) {
    calls.transposePixels?.(from.byteOffset, to.byteOffset, width, height);
    return;
  }
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      to.set(from.subarray(i, i + 4), (x * height + y) * 4);
    }
  }
}
