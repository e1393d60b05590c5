import { callsFor } from '../memory/thread';

/** Kernel weights for every phase of the place between two samples, along one axis. */
export interface PhaseTable {
  /** Steps between one sample and the next; there are `phases` + 1 entries. */
  readonly phases: number;
  /** For each phase, the first sample looked at, relative to the sample before the place. */
  readonly first: Int32Array;
  readonly count: number;
  /** `count` weights for each phase. */
  readonly weight: Float32Array;
}

/** Premultiplied RGBA floats, row by row, of a rectangle that begins at (x, y). */
export interface FloatPixels {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/**
 * Samples a picture through a projective map, with a kernel that is separable along the picture's
 * own axes. `map`, nine numbers row by row, takes the centres of output pixels to homogeneous places
 * of the source. `from` is the part of the source that is looked at; beyond its edge the edge samples
 * go on. The numbers do not depend on which part it is.
 */
export function sampleTurned(
  from: FloatPixels,
  map: Float64Array,
  across: PhaseTable,
  down: PhaseTable,
  to: FloatPixels,
): void {
  const calls = callsFor(from.data, map, to.data, across.weight);
  if (!calls) return sampleTurnedTwin(from, map, across, down, to);
  calls.sampleTurned?.(
    ...[from.data.byteOffset, from.width, from.height, from.x, from.y],
    ...[map.byteOffset, to.x, to.y, across.phases],
    ...[across.first.byteOffset, across.weight.byteOffset, across.count],
    ...[down.first.byteOffset, down.weight.byteOffset, down.count],
    ...[to.data.byteOffset, to.width, to.height],
  );
}

export function sampleTurnedTwin(
  from: FloatPixels,
  map: Float64Array,
  across: PhaseTable,
  down: PhaseTable,
  to: FloatPixels,
): void {
  const m = (i: number) => map[i] as number;
  const { data } = from;
  const lastU = from.width - 1;
  const lastV = from.height - 1;
  for (let y = 0, o = 0; y < to.height; y++) {
    const py = to.y + y + 0.5;
    for (let x = 0; x < to.width; x++, o += 4) {
      const px = to.x + x + 0.5;
      const w = m(6) * px + m(7) * py + m(8);
      const u = (m(0) * px + m(1) * py + m(2)) / w - 0.5;
      const v = (m(3) * px + m(4) * py + m(5)) / w - 0.5;
      const baseU = Math.floor(u);
      const baseV = Math.floor(v);
      const phaseU = Math.round((u - baseU) * across.phases);
      const phaseV = Math.round((v - baseV) * down.phases);
      const firstU = baseU - from.x + (across.first[phaseU] as number);
      const firstV = baseV - from.y + (down.first[phaseV] as number);
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let j = 0; j < down.count; j++) {
        const wv = down.weight[phaseV * down.count + j] as number;
        const row = Math.max(0, Math.min(lastV, firstV + j)) * from.width;
        for (let k = 0; k < across.count; k++) {
          const weight = wv * (across.weight[phaseU * across.count + k] as number);
          const i = (row + Math.max(0, Math.min(lastU, firstU + k))) * 4;
          r += weight * (data[i] as number);
          g += weight * (data[i + 1] as number);
          b += weight * (data[i + 2] as number);
          a += weight * (data[i + 3] as number);
        }
      }
      to.data[o] = r;
      to.data[o + 1] = g;
      to.data[o + 2] = b;
      to.data[o + 3] = a;
    }
  }
}
