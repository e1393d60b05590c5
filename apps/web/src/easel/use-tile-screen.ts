import { type RefObject, useEffect } from 'react';
import { stateBefore, useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { pageEngine, pageSupply } from '../bench/engine';
import { glimpsed, useGlimpse } from '../bench/glimpse-store';
import { useHand, viewInHand } from '../bench/hand-store';
import { usePendingWork } from '../bench/pending-work';
import { useSettings } from '../bench/settings-store';
import { useShelf } from '../bench/shelf-store';
import { withoutStep } from '../bench/without-step';
import { useCamera } from '../picture/camera-store';
import { setCurrentScreen } from '../picture/current-screen';
import { screenSpace } from '../picture/screen-space';
import { TileScreen } from '../picture/tile-screen';

/**
 * Keeps a screen on a canvas element in step with the composition, the view and the camera.
 * Only a stage that looks at masks shows the mask view in hand.
 */
export function useTileScreen(
  canvas: RefObject<HTMLCanvasElement | null>,
  area: RefObject<HTMLDivElement | null>,
  shows: 'present' | 'before' = 'present',
): void {
  const space = useComposition((state) => screenSpace(state.composition.canvas.profile));
  useEffect(() => {
    const [surface, box] = [canvas.current, area.current];
    if (!surface || !box) return;
    const engine = pageEngine();
    const supply = pageSupply();
    const screen = new TileScreen(engine, surface, supply, space);
    // For those who wait for the finished picture, tests among them.
    let drawn = false;
    const tell = () => {
      // A stroke that is still painted or kept has more to come.
      surface.dataset.settled = String(drawn && usePendingWork.getState().strokes === 0);
    };
    screen.onState = (settled) => {
      drawn = settled;
      tell();
    };
    if (shows === 'present') setCurrentScreen(screen);

    const scene = () => {
      const hand = useHand.getState();
      if (shows === 'before') return screen.setScene(stateBefore(), { kind: 'composition' });
      const { preview, composition } = useComposition.getState();
      const shown = hand.comparing
        ? stateBefore()
        : withoutStep(preview ?? glimpsed(composition), hand.layer, hand.stepCompared);
      const view = viewInHand(hand, useSettings.getState().theme);
      const masks = hand.looksAt === 'mask';
      screen.worksOn = hand.layer;
      screen.setScene(shown, masks ? view : { kind: 'composition' });
      useCamera.getState().setCanvas(shown.canvas);
    };
    const camera = () => {
      const { zoom, x, y } = useCamera.getState();
      const ratio = window.devicePixelRatio;
      screen.setCamera({ zoom: zoom * ratio, x: x * ratio, y: y * ratio });
    };
    const size = () => {
      const { width, height } = box.getBoundingClientRect();
      const ratio = window.devicePixelRatio;
      if (shows === 'present') useCamera.getState().setArea({ width, height });
      camera();
      screen.resize(Math.round(width * ratio), Math.round(height * ratio));
    };
    const observer = new ResizeObserver(size);
    observer.observe(box);
    const ends = [
      usePendingWork.subscribe(tell),
      useComposition.subscribe(scene),
      useGlimpse.subscribe(scene),
      useCompare.subscribe(scene),
      useHand.subscribe(scene),
      useSettings.subscribe(scene),
      useCamera.subscribe(camera),
      supply.listen((arrivals) => screen.arrived(arrivals)),
      useShelf.subscribe(() => screen.refresh()),
    ];
    const follow = (event: PointerEvent) => {
      const corner = box.getBoundingClientRect();
      const ratio = window.devicePixelRatio;
      const [x, y] = [event.clientX - corner.x, event.clientY - corner.y];
      screen.setPointer({ x: x * ratio, y: y * ratio });
    };
    box.addEventListener('pointermove', follow);
    size();
    scene();
    return () => {
      for (const end of ends) end();
      observer.disconnect();
      box.removeEventListener('pointermove', follow);
      if (shows === 'present') setCurrentScreen(null);
      screen.close();
    };
  }, [canvas, area, shows, space]);
}
