import { toolInHand, useHand } from '../bench/hand-store';
import type { ToolName } from '../bench/stage-tools';
import { bendPoints } from './bend/bend-points';
import { pathPoints } from './path/path-in-hand';
import type { Points } from './points';

/** Tools that have points on the picture. */
const POINTS: Readonly<Partial<Record<ToolName, () => Points | null>>> = {
  outline: pathPoints,
  shape: pathPoints,
  bend: bendPoints,
};

function pointsInHand(): Points | null {
  const tool = toolInHand(useHand.getState());
  return (tool && POINTS[tool]?.()) ?? null;
}

export function hasPoints(): boolean {
  return pointsInHand() !== null;
}

/** Takes the next point in hand, or the one before. */
export function stepThroughPoints(steps: number): void {
  const points = pointsInHand();
  if (!points) return;
  const { count, chosen } = points;
  const first = steps > 0 ? 0 : count - 1;
  points.choose(chosen === null ? first : (chosen + steps + count) % count);
}

export function pointInHand(): boolean {
  return (pointsInHand()?.chosen ?? null) !== null;
}

/** Moves the point in hand, in composition pixels. */
export function nudgePoint(dx: number, dy: number): void {
  const points = pointsInHand();
  if (points && points.chosen !== null) points.nudge(points.chosen, { x: dx, y: dy });
}

/** Takes the point in hand out, where that can be. */
export function removePoint(): void {
  const points = pointsInHand();
  if (points && points.chosen !== null) points.remove?.(points.chosen);
}
