import { lightness } from '@diplex/imaging';
import { type RefObject, useEffect, useState } from 'react';
import { pageEngine } from '../bench/engine';
import { toComposition, useCamera } from '../picture/camera-store';
import { currentScreen } from '../picture/current-screen';

interface Reading {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly alpha: number;
}

/** The composition's pixel under the pointer. */
export function Readout({ area }: { readonly area: RefObject<HTMLDivElement | null> }) {
  const [reading, setReading] = useState<Reading | null>(null);

  useEffect(() => {
    const box = area.current;
    if (!box) return;
    let asking = false;
    let next: { x: number; y: number } | null = null;
    let gone = false;
    const ask = async () => {
      // One question at a time; while it is open, only the newest place is kept.
      asking = true;
      for (let at = next; at; at = next) {
        next = null;
        const composition = currentScreen()?.sceneKey ?? 0;
        const ask = { composition, x: at.x, y: at.y };
        const colour = await pageEngine()
          .run('probe', ask, { priority: 200 })
          .catch(() => null);
        if (colour && !gone) setReading({ ...at, ...colour });
      }
      asking = false;
    };
    const follow = (event: PointerEvent) => {
      const corner = box.getBoundingClientRect();
      const p = toComposition({ x: event.clientX - corner.x, y: event.clientY - corner.y });
      const { canvas } = useCamera.getState();
      const at = { x: Math.floor(p.x), y: Math.floor(p.y) };
      if (at.x < 0 || at.y < 0 || at.x >= canvas.width || at.y >= canvas.height) {
        next = null;
        setReading(null);
        return;
      }
      next = at;
      if (!asking) void ask();
    };
    const leave = () => {
      next = null;
      setReading(null);
    };
    box.addEventListener('pointermove', follow);
    box.addEventListener('pointerleave', leave);
    return () => {
      gone = true;
      box.removeEventListener('pointermove', follow);
      box.removeEventListener('pointerleave', leave);
    };
  }, [area]);

  if (!reading) return null;
  const byte = (value: number) => Math.round(value * 255);
  return (
    <output
      aria-live="off"
      data-testid="readout"
      className="pointer-events-none absolute bottom-2.5 left-3 flex gap-3 rounded-md bg-float px-2.5 py-1 text-[11.5px] text-quiet [&_b]:font-medium [&_b]:text-base-content"
    >
      <span>
        x <b>{reading.x}</b> y <b>{reading.y}</b>
      </span>
      <span>
        R <b>{byte(reading.r)}</b> G <b>{byte(reading.g)}</b> B <b>{byte(reading.b)}</b>
      </span>
      <span>
        L <b>{Math.round(lightness(reading.r, reading.g, reading.b))}</b>
      </span>
      <span>
        alpha <b>{reading.alpha.toFixed(2)}</b>
      </span>
    </output>
  );
}
