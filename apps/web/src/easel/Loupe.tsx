import { neededPixels } from '@diplex/core';
import { type Point, roundOut } from '@diplex/document';
import { type RefObject, useRef } from 'react';
import { shownComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useHand, viewInHand } from '../bench/hand-store';
import { useSettings } from '../bench/settings-store';
import { toComposition, useCamera } from '../picture/camera-store';
import { putPixels } from '../picture/tile-surface';
import { useFollowPointer } from '../picture/use-follow-pointer';
import { loupePlace } from './loupe-place';

/** Side of the glass, and how many of its pixels show one of the composition. */
const SIDE = 148;
const SCALE = 4;
/** What is under the pointer goes before everything but strokes. */
const PRIORITY = 400;

/** Draws what lies round a place of the composition at 400 %. */
async function drawAround(place: Point, canvas: HTMLCanvasElement): Promise<void> {
  const composition = shownComposition();
  const hand = useHand.getState();
  const view = viewInHand(hand, useSettings.getState().theme);
  const region = roundOut({
    ...{ x: Math.round(place.x * SCALE) - SIDE / 2, y: Math.round(place.y * SCALE) - SIDE / 2 },
    ...{ width: SIDE, height: SIDE },
  });
  const needs = neededPixels(composition, region, SCALE, view);
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), view, region, scale: SCALE };
    const { pixels, standsIn } = await pageEngine().run('render-view', ask, { priority: PRIORITY });
    // What is judged at 400 % must not be something coarser.
    if (standsIn) return;
    putPixels(canvas, pixels, region, composition.canvas.profile);
  } finally {
    letGo();
  }
}

/** The line that is being drawn, in pixels of the picture's area. */
function lineDrawn(): readonly Point[] {
  const { draft } = useHand.getState();
  const { zoom, x, y } = useCamera.getState();
  const line =
    draft?.kind === 'outline' ? draft.points : draft?.kind === 'line' ? [draft.from, draft.to] : [];
  return line.map((p) => ({ x: x + p.x * zoom, y: y + p.y * zoom }));
}

/** A glass beside the pointer that shows the pixels under it at 400 %, with a cross in its middle. */
export function Loupe({ area }: { readonly area: RefObject<HTMLDivElement | null> }) {
  const glass = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const wanted = useRef<Point | null>(null);
  const drawing = useRef(false);
  const draw = async () => {
    if (drawing.current) return;
    drawing.current = true;
    while (wanted.current && canvas.current) {
      const place = wanted.current;
      wanted.current = null;
      // A place that cannot be drawn now is drawn with the next move.
      await drawAround(place, canvas.current).catch(() => undefined);
    }
    drawing.current = false;
  };
  useFollowPointer(area, (at) => {
    if (!glass.current) return;
    glass.current.style.visibility = at ? 'visible' : 'hidden';
    if (!at) return;
    const { clientWidth: width = 0, clientHeight: height = 0 } = area.current ?? {};
    const { x, y } = loupePlace(at, SIDE, { width, height }, lineDrawn());
    glass.current.style.transform = `translate(${x}px, ${y}px)`;
    wanted.current = toComposition(at);
    void draw();
  });
  return (
    <div
      ref={glass}
      data-testid="loupe"
      aria-hidden
      className="pointer-events-none invisible absolute top-0 left-0 overflow-hidden rounded-full border-2 border-primary bg-base-300 shadow-[0_4px_18px_#000a]"
      style={{ width: SIDE, height: SIDE }}
    >
      <canvas ref={canvas} width={SIDE} height={SIDE} className="absolute inset-0" />
      <svg className="absolute inset-0" viewBox="0 0 148 148" aria-hidden>
        <path d="M74 56V70M74 78V92M56 74H70M78 74H92" stroke="#000" strokeWidth="3" />
        <path d="M74 56V70M74 78V92M56 74H70M78 74H92" stroke="#fff" strokeWidth="1.4" />
      </svg>
    </div>
  );
}
