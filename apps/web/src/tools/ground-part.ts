import type { PickedFrom, Rect } from '@diplex/document';
import { pageEngine } from '../bench/engine';
import { bringGround, pickPlace, pickSeat } from '../picks/run-pick';
import type { MaskInHand } from './mask-in-hand';

/** The pixels of a layer in a rectangle of its mask's pixels. */
export async function groundPart(
  target: MaskInHand,
  part: Rect,
  from: PickedFrom = 'layer',
  signal?: AbortSignal,
) {
  const letGo = await bringGround(target.layer, from, [0]);
  try {
    const ask = { ...pickPlace(target.layer.id), from, part };
    return await pageEngine().run('ground-part', ask, { ...pickSeat(), ...(signal && { signal }) });
  } finally {
    letGo();
  }
}
