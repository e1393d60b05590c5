import { type CurvePoints, curveThrough, withPoint } from '@diplex/steps';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef, useState } from 'react';
import { clamp, moved } from './curve-points';

/** A press this near a point takes it, in shares of the square. */
const NEAR = 0.06;

/** How far an arrow key moves a point. */
const STEP = 0.01;

function lineOf(points: CurvePoints): string {
  const curve = curveThrough(points);
  const places = Array.from({ length: 129 }, (_, i) => `${i / 128} ${1 - clamp(curve(i / 128))}`);
  return `M${places.join('L')}`;
}

interface CurveSquareProps {
  /** What the curve is of, as it is read out. */
  readonly words: string;
  readonly points: CurvePoints;
  /** How a point is read out. */
  readonly pointSaid: (point: readonly [x: number, y: number]) => string;
  /** What is drawn under it. */
  readonly children?: ReactNode;
  onTry(points: CurvePoints): void;
  onSet(points: CurvePoints): void;
}

/** A press takes the nearest point or makes one; a double-click, or Delete, takes one away. */
export function CurveSquare({
  words,
  points,
  pointSaid,
  children,
  onTry,
  onSet,
}: CurveSquareProps) {
  const square = useRef<SVGSVGElement>(null);
  const drag = useRef<{ at: number; from: CurvePoints } | null>(null);
  const [chosen, setChosen] = useState(0);
  const placeOf = (event: PointerEvent) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    return [
      clamp((event.clientX - left) / width),
      clamp(1 - (event.clientY - top) / height),
    ] as const;
  };
  const begin = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const [x, y] = placeOf(event);
    const away = points.map(([px, py]) => Math.hypot(px - x, py - y));
    const nearest = away.indexOf(Math.min(...away));
    const [next, at] = (away[nearest] ?? 1) < NEAR ? [points, nearest] : withPoint(points, x, y);
    if (at < 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { at, from: next };
    setChosen(at);
    onTry(next);
  };
  const move = (event: PointerEvent, done: (points: CurvePoints) => void) => {
    if (!drag.current) return;
    const [x, y] = placeOf(event);
    const { at, from } = drag.current;
    done(moved(from, at, x, y));
  };
  const drop = (at: number) => {
    if (points.length > 2) onSet(points.filter((_, i) => i !== at));
  };
  const keys = (event: KeyboardEvent, at: number) => {
    const [x, y] = points[at] ?? [0, 0];
    const by = event.shiftKey ? STEP * 5 : STEP;
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ...{ ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] },
    };
    const way = ways[event.key];
    if (way) onSet(moved(points, at, x + way[0], y + way[1]));
    else if (event.key === 'Delete' || event.key === 'Backspace') drop(at);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="relative mx-1.5 my-3 h-[160px]">
      <svg
        ref={square}
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
        data-testid="curve"
        role="img"
        aria-label={words}
        className="absolute inset-0 size-full cursor-crosshair touch-none rounded-md bg-base-300"
        onPointerDown={begin}
        onPointerMove={(event) => move(event, onTry)}
        onPointerUp={(event) => {
          move(event, onSet);
          drag.current = null;
        }}
        onDoubleClick={() => drop(chosen)}
      >
        {children}
        {[0.25, 0.5, 0.75].map((at) => (
          <path
            key={at}
            d={`M${at} 0V1M0 ${at}H1`}
            stroke="var(--line)"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        <path
          d={lineOf(points)}
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {points.map(([x, y], i) => (
        <button
          // A point is known by its place in the row: it never passes another.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          key={i}
          type="button"
          aria-label={`Point ${i + 1}: ${pointSaid([x, y])}`}
          title="Drag it, or move it by the arrow keys; Delete takes it away"
          onFocus={() => setChosen(i)}
          onKeyDown={(event) => keys(event, i)}
          style={{ left: `${x * 100}%`, top: `${(1 - y) * 100}%` }}
          className="group pointer-events-none absolute grid size-6 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full"
        >
          <span className="size-3 rounded-full border-2 border-primary bg-base-100 group-focus-visible:bg-primary" />
        </button>
      ))}
    </div>
  );
}
