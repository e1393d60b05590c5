import type { KeyboardCoordinateGetter } from '@dnd-kit/core';

/** A card that is moved by keys goes from one place in the strip to the next. */
export const stepThroughCards: KeyboardCoordinateGetter = (
  event,
  { context, currentCoordinates },
) => {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.code];
  const { collisionRect, droppableRects } = context;
  if (step === undefined || !collisionRect) return undefined;
  event.preventDefault();
  // Each half of a card is a place of its own; a group's card has three.
  const stops = [...droppableRects.values()]
    .flatMap(({ left, width }) => [left + width * 0.2, left + width * 0.5, left + width * 0.8])
    .sort((a, b) => a - b);
  const middle = collisionRect.left + collisionRect.width / 2;
  const ahead = stops.filter((stop) => (stop - middle) * step > 1);
  const next = step > 0 ? ahead[0] : ahead.at(-1);
  if (next === undefined) return undefined;
  return { ...currentCoordinates, x: currentCoordinates.x + next - middle };
};
