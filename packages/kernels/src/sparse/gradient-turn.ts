import { callsFor } from '../memory/thread';
import type { BlockMatrix } from './block-matrix';
import type { GradientVectors } from './gradient-step';

/** Turns the direction: what is left times the inverse, and `keep` times the direction before. */
export function gradientTurn(
  { blocks, places }: BlockMatrix,
  { left, inverse, along }: Pick<GradientVectors, 'left' | 'inverse' | 'along'>,
  keep: number,
): void {
  const calls = callsFor(places, left, inverse, along);
  if (calls) {
    const [at, grid] = [places.byteOffset, along.byteOffset];
    calls.gradientTurn?.(at, blocks, left.byteOffset, inverse.byteOffset, keep, grid);
    return;
  }
  for (let slot = 0; slot < blocks * 4; slot++) {
    const cell = (places[slot >> 2] as number) + (slot & 3);
    const scaled = (left[slot] as number) * (inverse[slot] as number);
    along[cell] = scaled + keep * (along[cell] as number);
  }
}
