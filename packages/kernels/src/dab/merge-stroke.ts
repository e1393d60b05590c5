import { callsFor } from '../memory/thread';
import { mergeStrokeTwin } from './merge-twin';

/**
 * Lays a stroke over what was painted before: coverage adds up, value moves towards the brush's.
 *
 * @param stroke what the stroke laid down, 16 bits, `side` x `side`
 * @param before pairs of value and coverage before the stroke; null where nothing was painted
 * @param merged pairs after it; samples that the stroke did not reach are left as they are
 * @param bounds the first and the last column and row to look at
 * @param target what the brush paints, 0..65535
 */
export function mergeStroke(
  stroke: Uint16Array,
  before: Uint16Array | null,
  merged: Uint16Array,
  side: number,
  bounds: readonly [x0: number, y0: number, x1: number, y1: number],
  target: number,
): void {
  const calls = callsFor(stroke, before, merged);
  if (!calls) return mergeStrokeTwin(stroke, before, merged, side, bounds, target);
  const was = before?.byteOffset ?? 0;
  calls.mergeStroke?.(stroke.byteOffset, was, merged.byteOffset, side, ...bounds, target);
}
