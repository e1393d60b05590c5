import { neededPixels } from '@diplex/core';
import { type Composition, intersectRects, isEmpty, type Rect } from '@diplex/document';
import { useEffect, useRef, useState } from 'react';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { putPixels } from './tile-surface';

interface SmallPictureProps {
  readonly composition: Composition;
  /** What of it is shown, in composition pixels. */
  readonly part: Rect;
  /** The room for it, in window pixels. */
  readonly width: number;
  readonly height: number;
}

/** Lists of pictures that are only passed by cost nothing: so long, in milliseconds, one has to be there before it is drawn. */
const PAUSE = 120;

/** A small picture of part of a composition, drawn as the large one is. */
export function SmallPicture({ composition, part, width, height }: SmallPictureProps) {
  const surface = useRef<HTMLCanvasElement>(null);
  const [drawn, setDrawn] = useState(false);
  useEffect(() => {
    const stop = new AbortController();
    const draw = async () => {
      const canvas = { x: 0, y: 0, ...composition.canvas };
      const shown = intersectRects(part, canvas);
      if (isEmpty(shown)) return;
      const scale = Math.min(width / shown.width, height / shown.height) * window.devicePixelRatio;
      const region = {
        ...{ x: Math.floor(shown.x * scale), y: Math.floor(shown.y * scale) },
        width: Math.max(1, Math.round(shown.width * scale)),
        height: Math.max(1, Math.round(shown.height * scale)),
      };
      const view = { kind: 'composition' as const };
      const needs = neededPixels(composition, region, scale, view);
      const letGo = await pageSupply().bring(needs.sources, needs.painted);
      try {
        const ask = { composition: compositionKey(composition), view, region, scale };
        const options = { priority: 1, signal: stop.signal };
        const { pixels } = await pageEngine().run('render-view', ask, options);
        if (!surface.current || stop.signal.aborted) return;
        putPixels(surface.current, pixels, region, composition.canvas.profile);
        setDrawn(true);
      } finally {
        letGo();
      }
    };
    // A picture that could not be drawn leaves its place empty; the words say what it is of.
    const begin = setTimeout(() => void draw().catch(() => undefined), PAUSE);
    return () => {
      clearTimeout(begin);
      stop.abort();
    };
  }, [composition, part, width, height]);
  return (
    <canvas
      ref={surface}
      data-drawn={drawn}
      aria-hidden
      className="mx-auto block max-h-full max-w-full rounded"
    />
  );
}
