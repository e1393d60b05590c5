import { invert, type PickedFrom, type Point, type Rect, transform } from '@diplex/document';
import { pageEngine } from '../bench/engine';
import type { MaskInHand } from '../bench/mask-in-hand';
import { bringGround, pickPlace, pickSeat } from '../picks/run-pick';

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

/** The pixels in a square of `side` mask pixels around a place on the canvas. */
export function groundAround(target: MaskInHand, at: Point, side: number, from?: PickedFrom) {
  const { x, y } = transform(invert(target.matrix), at);
  const corner = (v: number) => Math.floor(v) - Math.floor(side / 2);
  return groundPart(target, { x: corner(x), y: corner(y), width: side, height: side }, from);
}
