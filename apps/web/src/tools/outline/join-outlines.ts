import { partOutlines } from '@diplex/core';
import {
  IDENTITY,
  joinParts,
  newId,
  type OutlinePart,
  type Point,
  type ShapePart,
} from '@diplex/document';
import polygons, { type MultiPolygon } from 'polygon-clipping';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { freshName, maskInHand, whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';

export const JOINS = ['union', 'difference', 'intersection'] as const;
export type Join = (typeof JOINS)[number];

function isShape(part: { readonly kind: string }): part is ShapePart {
  return part.kind === 'outline' || part.kind === 'box' || part.kind === 'oval';
}

/** The outlines, boxes and ovals of the mask in hand that can be joined: those that are shown. */
export function joinable(): ShapePart[] {
  return (maskInHand()?.mask?.parts ?? []).filter(isShape).filter((part) => part.shown);
}

function polygonOf(part: ShapePart): MultiPolygon {
  const rings = partOutlines(part, IDENTITY).map((loop) =>
    loop.map(({ x, y }): [number, number] => [x, y]),
  );
  // Rings inside one another cut holes.
  const [first, ...others] = rings.map((ring): MultiPolygon => [[ring]]);
  return first ? polygons.xor(first, ...others) : [];
}

/** Makes one outline of all that are shown, by a path operation; the first is what is taken from. */
export function joinOutlines(how: Join): void {
  const target = maskInHand();
  const reason = whyNot(target);
  if (reason || !target?.mask) return tellProblem(reason ?? 'There are no outlines to join.');
  const parts = joinable();
  const [first, ...others] = parts.map(polygonOf);
  if (!first || others.length === 0) {
    return tellProblem('Joining needs two outlines, boxes or ovals at least that are shown.');
  }
  const result = polygons[how](first, ...others);
  const loops = result.flat().map((ring) => ring.slice(0, -1).map(([x, y]): Point => ({ x, y })));
  const [points, ...further] = loops.filter((loop) => loop.length >= 3);
  if (!points) return tellProblem(`Nothing is left of the ${how}: the outlines do not meet.`);
  const [original] = parts;
  const joined: OutlinePart = {
    ...{ id: newId(), kind: 'outline', name: freshName(target.mask, 'Joined'), shown: true },
    ...{ combine: original?.combine ?? 'add', feather: original?.feather ?? 0, inverted: false },
    ...{ points, further },
  };
  const args = { mask: target.mask.id, parts: parts.map((part) => part.id), joined };
  if (useComposition.getState().perform(joinParts, args)) {
    useHand.getState().take({ part: joined.id });
  }
}
