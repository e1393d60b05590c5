import { partOutlines } from '@diplex/core';
import {
  type BoxPart,
  invert,
  isTiled,
  type MaskPart,
  type Matrix,
  multiply,
  newId,
  type OvalPart,
  type Point,
  transform,
} from '@diplex/document';
import { tellProblem } from '../bench/notice-store';
import { mapPoint } from './fit-line';
import { commitPart, freshName, maskInHand, startFor, whyNot } from './mask-in-hand';

/** The part that was copied, and how its mask lay in its composition. */
let copied: { readonly part: MaskPart; readonly matrix: Matrix } | null = null;

/** Keeps the part in hand to paste it elsewhere, in another composition too. Whether there was one. */
export function copyPart(): boolean {
  const target = maskInHand();
  if (!target?.part) return false;
  copied = { part: target.part, matrix: target.matrix };
  return true;
}

export function hasCopiedPart(): boolean {
  return copied !== null;
}

/** Adds the copied part to the mask in hand, in its place on the canvas; tiles keep their pixels. */
export function pastePart(): void {
  if (!copied) return tellProblem('No mask part was copied. Take one in hand and copy it first.');
  const target = maskInHand();
  const reason = whyNot(target);
  if (reason || !target) return tellProblem(reason ?? '');
  const map = multiply(invert(target.matrix), copied.matrix);
  const part = {
    ...mapped(copied.part, map),
    ...{ id: newId(), name: freshName(target.mask, copied.part.name) },
  };
  commitPart(target, part, startFor(part.combine === 'subtract'));
}

function mapped(part: MaskPart, map: Matrix): MaskPart {
  const move = (point: Point) => transform(map, point);
  if (isTiled(part) || part.kind === 'tones') return part;
  if (part.kind === 'ramp') return { ...part, from: move(part.from), to: move(part.to) };
  if (part.kind === 'outline') {
    const loop = (points: typeof part.points) => points.map((point) => mapPoint(point, move));
    return {
      ...part,
      points: loop(part.points),
      ...(part.further && { further: part.further.map(loop) }),
    };
  }
  return framed(part, map);
}

/** A box or oval that is only moved and scaled stays one; otherwise it becomes an outline. */
function framed(part: BoxPart | OvalPart, map: Matrix): MaskPart {
  const [a, b, c, d] = map;
  if (b === 0 && c === 0 && a > 0 && d > 0 && !part.turn) {
    const corner = transform(map, part);
    return { ...part, ...corner, width: part.width * a, height: part.height * d };
  }
  const { id, name, shown, combine, feather, inverted } = part;
  const [points = []] = partOutlines(part, map);
  return { id, name, shown, combine, feather, inverted, kind: 'outline', points };
}
