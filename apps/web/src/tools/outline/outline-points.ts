import {
  invert,
  type OutlinePart,
  type OutlinePoint,
  type Point,
  reshapePart,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { mapPoint } from '../fit-line';

/** The outline whose points can be taken in hand. */
function outlineInHand(): { readonly mask: string; readonly outline: OutlinePart } | null {
  const target = maskInHand();
  if (useHand.getState().tools.cut !== 'outline' || target?.part?.kind !== 'outline') return null;
  return target.mask ? { mask: target.mask.id, outline: target.part } : null;
}

export function hasPoints(): boolean {
  return outlineInHand() !== null;
}

/** Takes the next point along the outline in hand, or the one before. */
export function stepThroughPoints(steps: number): void {
  const found = outlineInHand();
  if (!found) return;
  const { point, take } = useHand.getState();
  const { length } = found.outline.points;
  const first = steps > 0 ? 0 : length - 1;
  take({ point: point === null ? first : (point + steps + length) % length });
}

export function pointInHand(): boolean {
  const found = outlineInHand();
  const { point } = useHand.getState();
  return found !== null && point !== null && point < found.outline.points.length;
}

function reshape(change: (points: readonly OutlinePoint[], at: number) => OutlinePoint[]): void {
  const found = outlineInHand();
  const { point } = useHand.getState();
  if (!found || point === null) return;
  const args = { mask: found.mask, part: found.outline.id };
  const points = change(found.outline.points, point);
  useComposition.getState().perform(reshapePart, { ...args, points });
}

/** Moves the point in hand with its handles, in composition pixels. */
export function nudgePoint(dx: number, dy: number): void {
  const { matrix } = maskInHand() ?? {};
  if (!matrix) return;
  const back = invert(matrix);
  const move = (place: Point) => {
    const at = transform(matrix, place);
    return transform(back, { x: at.x + dx, y: at.y + dy });
  };
  reshape((points, at) => points.map((each, i) => (i === at ? mapPoint(each, move) : each)));
}

/** Takes the point in hand out of its outline. */
export function removePoint(): void {
  reshape((points, at) => points.toSpliced(at, 1));
  useHand.getState().take({ point: null });
}
