import { callsFor, scratchIntegers } from '../memory/thread';

/**
 * Means of the light that shows nearby, with the alpha that there was.
 * @param own premultiplied; its alpha is kept
 * @param gathered light that was weighed by alpha and coverage, in place; where so little shows nearby that nothing can
 *   be said, though something should be there, its alpha becomes -1 and its light 0
 * @param least how much has to show nearby, as a share of all that could
 * @returns how many pixels nothing can be said of
 */
export function lightNearby(own: Float32Array, gathered: Float32Array, least: number): number {
  const unknown = scratchIntegers(1);
  const calls = callsFor(own, gathered, unknown);
  if (calls) {
    calls.lightNearby?.(
      ...[own.byteOffset, gathered.byteOffset, least, gathered.length / 4, unknown.byteOffset],
    );
    return unknown[0] as number;
  }
  let count = 0;
  for (let i = 0; i < gathered.length; i += 4) {
    const near = gathered[i + 3] as number;
    const alpha = own[i + 3] as number;
    const known = near > least;
    const share = known ? alpha / near : 0;
    for (let c = i; c < i + 3; c++) gathered[c] = (gathered[c] as number) * share;
    gathered[i + 3] = known || alpha <= least ? alpha : -1;
    if (gathered[i + 3] === -1) count++;
  }
  return count;
}

/** Premultiplied light brought back to what can be, in place: none below 0, alpha at most 1. Light may be brighter than white. */
export function heldLight(data: Float32Array): void {
  const calls = callsFor(data);
  if (calls) {
    calls.heldLight?.(data.byteOffset, data.length / 4);
    return;
  }
  for (let i = 0; i < data.length; i += 4) {
    for (let c = i; c < i + 4; c++) data[c] = Math.max(0, data[c] as number);
    data[i + 3] = Math.min(1, data[i + 3] as number);
  }
}
