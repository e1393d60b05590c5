import { colourIn, type Profile } from '@diplex/document';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react';
import { colourOf, MOST_CHROMA, type Oklch } from './oklch';

/** The side of the wheel, in window pixels. */
const SIDE = 168;
const RADIUS = SIDE / 2;

interface ColourWheelProps {
  readonly value: Oklch;
  /** Whose colours there are. */
  readonly profile: Profile;
  /** While it is dragged. */
  readonly onTry: (colour: Oklch) => void;
  readonly onSet: (colour: Oklch) => void;
}

/** Hue round the middle and chroma away from it, at one lightness; where there is no such colour, the nearest. */
export function ColourWheel({ value, profile, onTry, onSet }: ColourWheelProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { l, c, h } = value;
  const most = MOST_CHROMA[profile];
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context) drawWheel(context, l, profile);
  }, [l, profile]);
  const under = (event: PointerEvent<HTMLDivElement>): Oklch => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.x - RADIUS, event.clientY - box.y - RADIUS];
    const chroma = Math.min(1, Math.hypot(x, y) / RADIUS) * most;
    return { l, c: chroma, h: ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360 };
  };
  const byKey = (event: KeyboardEvent) => {
    const turns: Readonly<Record<string, Oklch>> = {
      ArrowLeft: { l, c, h: (h + 355) % 360 },
      ArrowRight: { l, c, h: (h + 5) % 360 },
      ArrowUp: { l, c: Math.min(most, c + 0.01), h },
      ArrowDown: { l, c: Math.max(0, c - 0.01), h },
    };
    const next = turns[event.key];
    if (!next) return;
    event.preventDefault();
    onSet(next);
  };
  const angle = (h * Math.PI) / 180;
  const far = (Math.min(c, most) / most) * RADIUS;
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Hue and chroma"
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={Math.round(h)}
      aria-valuetext={`hue ${Math.round(h)}°, chroma ${c.toFixed(2)}`}
      className="relative shrink-0 touch-none rounded-full"
      style={{ width: SIDE, height: SIDE }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        onTry(under(event));
      }}
      onPointerMove={(event) => event.buttons > 0 && onTry(under(event))}
      onPointerUp={(event) => onSet(under(event))}
      onKeyDown={byKey}
    >
      <canvas ref={canvas} width={SIDE} height={SIDE} className="rounded-full" />
      <span
        aria-hidden
        className="pointer-events-none absolute size-3 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]"
        style={{ left: RADIUS + far * Math.cos(angle), top: RADIUS + far * Math.sin(angle) }}
      />
    </div>
  );
}

/** Colours are worked out for every third pixel along each side: the wheel is smooth. */
const COARSE = 3;

function drawWheel(context: CanvasRenderingContext2D, l: number, profile: Profile): void {
  context.clearRect(0, 0, SIDE, SIDE);
  for (let y = 0; y < SIDE; y += COARSE) {
    for (let x = 0; x < SIDE; x += COARSE) {
      const [dx, dy] = [x + COARSE / 2 - RADIUS, y + COARSE / 2 - RADIUS];
      const far = Math.hypot(dx, dy) / RADIUS;
      if (far > 1.03) continue;
      const h = ((Math.atan2(dy, dx) * 180) / Math.PI + 360) % 360;
      const colour = colourOf({ l, c: Math.min(1, far) * MOST_CHROMA[profile], h }, profile);
      // The page itself is sRGB.
      const { r, g, b } = colourIn(colour, profile, 'srgb');
      context.fillStyle = `rgb(${r} ${g} ${b})`;
      context.fillRect(x, y, COARSE, COARSE);
    }
  }
}
