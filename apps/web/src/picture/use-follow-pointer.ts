import type { Point } from '@diplex/document';
import { type RefObject, useEffect, useRef } from 'react';

/** Tells where the pointer is over the picture area, in its window pixels; null when it has left. */
export function useFollowPointer(
  area: RefObject<HTMLDivElement | null>,
  onMove: (at: Point | null) => void,
): void {
  // The newest listener is called without listening anew.
  const newest = useRef(onMove);
  newest.current = onMove;
  useEffect(() => {
    const box = area.current;
    if (!box) return;
    const follow = (event: PointerEvent) => {
      const corner = box.getBoundingClientRect();
      newest.current({ x: event.clientX - corner.x, y: event.clientY - corner.y });
    };
    const leave = () => newest.current(null);
    box.addEventListener('pointermove', follow);
    box.addEventListener('pointerleave', leave);
    return () => {
      box.removeEventListener('pointermove', follow);
      box.removeEventListener('pointerleave', leave);
    };
  }, [area]);
}
