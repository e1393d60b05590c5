import { type Layer, type Mask, maskOf } from '@diplex/document';
import { useEffect, useRef } from 'react';
import { useComposition } from '../bench/composition-store';
import { pageEngine } from '../bench/engine';
import { currentScreen } from '../picture/current-screen';

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
    const timer = setTimeout(async () => {
      const scale = Math.min(WIDTH / width, HEIGHT / height);
      const region = {
        x: 0,
        y: 0,
        width: Math.ceil(width * scale),
        height: Math.ceil(height * scale),
      };
      const key = currentScreen()?.sceneKey;
      const surface = canvas.current;
      if (!key || !surface) return;
      const view = { kind: 'plain' as const, layer: layer.id };
      const pixels = await pageEngine()
        .run('render-view', { composition: key, view, region, scale }, { priority: 1 })
        .catch(() => null);
      if (!pixels) return;
      surface.width = region.width;
      surface.height = region.height;
      surface
        .getContext('2d')
        ?.putImageData(new ImageData(pixels, region.width, region.height), 0, 0);
    }, PAUSE);
    return () => clearTimeout(timer);
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
