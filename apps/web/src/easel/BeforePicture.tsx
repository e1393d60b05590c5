import { type CSSProperties, type PointerEvent, type RefObject, useRef } from 'react';
import { type CompareWay, useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { screenSpace } from '../picture/screen-space';
import { useTileScreen } from './use-tile-screen';

/** Keys move the line by this share of the width. */
const STEP = 0.02;

const KEY_WAYS: Readonly<Record<string, number>> = { ArrowLeft: -STEP, ArrowRight: STEP };

const within = (line: number) => Math.max(0, Math.min(1, line));

const upTo = (share: number): CSSProperties => ({
  clipPath: `inset(0 ${(1 - share) * 100}% 0 0)`,
});

/** How the state that is compared with lies over the present one. */
const LOOKS: Readonly<Record<CompareWay, (line: number) => CSSProperties>> = {
  held: () => ({}),
  split: upTo,
  beside: () => upTo(0.5),
  // In turn with the present one, about once a second.
  flicker: () => ({ animation: 'in-turn 1s steps(1) infinite' }),
  difference: () => ({ mixBlendMode: 'difference' }),
};

interface BeforePictureProps {
  readonly area: RefObject<HTMLDivElement | null>;
}

/** The state that is compared with, left of a line that can be moved, or beside the present one at the same zoom. */
export function BeforePicture({ area }: BeforePictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { way, line, before } = useCompare();
  const space = useComposition((state) => screenSpace(state.composition.canvas.profile));
  useTileScreen(canvas, area, 'before');
  const style = LOOKS[way](line);
  return (
    <>
      <canvas
        key={space}
        ref={canvas}
        data-testid="picture-before"
        className="absolute inset-0 size-full"
        style={style}
      />
      <span className="pointer-events-none absolute top-2.5 left-3 rounded-md bg-float px-2 py-1 text-[11.5px] text-quiet">
        {before ? `After: ${before.words}` : 'As it was opened'}
      </span>
      {way === 'split' && <SplitLine />}
      {way === 'beside' && (
        <span className="pointer-events-none absolute inset-y-0 left-1/2 w-px bg-base-content" />
      )}
    </>
  );
}

/** The line between both states. */
function SplitLine() {
  const { line, set } = useCompare();
  const follow = (event: PointerEvent) => {
    const box = event.currentTarget.parentElement?.getBoundingClientRect();
    if (box) set({ line: within((event.clientX - box.left) / box.width) });
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Line between before and after"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(line * 100)}
      style={{ left: `${line * 100}%` }}
      className="-translate-x-1/2 absolute inset-y-0 z-1 grid w-6 cursor-ew-resize touch-none justify-center"
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) follow(event);
      }}
      onKeyDown={(event) => {
        const by = KEY_WAYS[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        set({ line: within(line + by) });
      }}
    >
      <span className="h-full w-0.5 bg-primary shadow-[0_0_3px_#000]" />
    </div>
  );
}
