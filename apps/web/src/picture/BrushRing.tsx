import { type RefObject, useEffect, useRef } from 'react';
import { useHand } from '../bench/hand-store';
import { useCamera } from './camera-store';

/** The brush's outline under the pointer: the whole of it, and dashed where it is still full. */
export function BrushRing({ area }: { readonly area: RefObject<HTMLDivElement | null> }) {
  const ring = useRef<SVGSVGElement>(null);
  const { radius, softness, value } = useHand((state) => state.brush);
  const dial = useHand((state) => state.dial);
  const zoom = useCamera((state) => state.zoom);
  const r = Math.max(1.5, radius * zoom);

  useEffect(() => {
    const box = area.current;
    if (!box) return;
    const follow = (event: PointerEvent) => {
      const corner = box.getBoundingClientRect();
      const at = useHand.getState().dial ?? {
        ...{ x: event.clientX - corner.x, y: event.clientY - corner.y },
      };
      if (!ring.current) return;
      ring.current.style.transform = `translate(${at.x}px, ${at.y}px)`;
      ring.current.style.visibility = 'visible';
    };
    const leave = () => {
      if (ring.current) ring.current.style.visibility = 'hidden';
    };
    box.addEventListener('pointermove', follow);
    box.addEventListener('pointerleave', leave);
    return () => {
      box.removeEventListener('pointermove', follow);
      box.removeEventListener('pointerleave', leave);
    };
  }, [area]);

  const inner = Math.max(0, radius * (1 - softness) * zoom);
  return (
    <svg
      ref={ring}
      aria-hidden
      className="pointer-events-none invisible absolute top-0 left-0 size-0 overflow-visible"
    >
      <circle r={r} fill="none" stroke="#fff" strokeWidth="1.4" />
      <circle r={r} fill="none" stroke="#000" strokeWidth="1.4" strokeDasharray="3 3" />
      {softness > 0.02 && inner > 2 && (
        <circle r={inner} fill="none" stroke="#fff9" strokeWidth="1" strokeDasharray="2 4" />
      )}
      <path
        d={value > 0 ? 'M-4 0H4M0 -4V4' : 'M-4 0H4'}
        stroke="#fff"
        strokeWidth="1.5"
        style={{ filter: 'drop-shadow(0 0 1px #000)' }}
      />
      {dial && (
        <text
          y={r + 18}
          textAnchor="middle"
          fontSize="12"
          fill="#fff"
          stroke="#000"
          paintOrder="stroke"
        >
          {Math.round(radius * 2)} px, softness {Math.round(softness * 100)} %
        </text>
      )}
    </svg>
  );
}
