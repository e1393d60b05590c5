import { neededPixels } from '@diplex/core';
import { type Layer, type Mask, maskOf } from '@diplex/document';
import { useEffect, useRef } from 'react';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';

const WIDTH = 54;
const HEIGHT = 42;
/** A mask that changes all the time is drawn again at most this often, in milliseconds. */
const PAUSE = 250;

/** A small picture of a layer's mask over the canvas. */
export function MaskInset({ layer }: { readonly layer: Layer }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const composition = useComposition((state) => state.composition);
  const mask: Mask | undefined = maskOf(composition, layer);
  const { width, height } = composition.canvas;

  // biome-ignore lint/correctness/useExhaustiveDependencies: what the mask's picture depends on
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const draw = async () => {
      const scale = Math.min(WIDTH / width, HEIGHT / height);
      const extent = { width: Math.ceil(width * scale), height: Math.ceil(height * scale) };
      const view = { kind: 'plain' as const, layer: layer.id };
      const ask = { composition: compositionKey(composition), view, scale };
      const region = { x: 0, y: 0, ...extent };
      const needs = neededPixels(composition, region, scale, view);
      // What cannot be brought or drawn now is, when pixels come.
      const letGo = await pageSupply()
        .bring(needs.sources, needs.painted)
        .catch(() => null);
      if (!letGo || gone) return letGo?.();
      const drawn = await pageEngine()
        .run('render-view', { ...ask, region }, { priority: 1 })
        .catch(() => null)
        .finally(letGo);
      const surface = canvas.current;
      if (!drawn || !surface || gone) return;
      const { pixels } = drawn;
      Object.assign(surface, extent);
      const image = new ImageData(pixels, extent.width, extent.height);
      surface.getContext('2d')?.putImageData(image, 0, 0);
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void draw(), PAUSE);
    };
    soon();
    const stop = pageSupply().listen(({ painted }) => painted && soon());
    return () => {
      gone = true;
      clearTimeout(timer);
      stop();
    };
  }, [mask, layer.placement, layer.maskUse, width, height]);

  return (
    <canvas
      ref={canvas}
      width={WIDTH}
      height={HEIGHT}
      aria-hidden
      className="absolute right-1 bottom-[3px] h-[21px] w-[27px] rounded-[3px] bg-black object-contain shadow-[0_0_0_1.5px_#111]"
    />
  );
}
