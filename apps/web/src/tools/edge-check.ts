import { type EdgeCheck, neededPixels, type View } from '@diplex/core';
import { type Composition, layerById, maskOf } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useEdgeCheck } from '../bench/edge-check-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useHand, viewInHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { inJob, pickSeat } from '../picks/run-pick';
import { useCamera } from '../picture/camera-store';

/** How near a stretch is looked at. */
const NEAR = 4;

/** Measures the halo of the layer in hand before what it is seen on; with progress, and it can be stopped. */
export async function checkEdgeInHand(): Promise<void> {
  const { composition } = useComposition.getState();
  const hand = useHand.getState();
  const layer = layerById(composition, hand.layer ?? '');
  if (!layer || !maskOf(composition, layer)) {
    return tellProblem('There is no edge to check: the layer in hand has no mask.');
  }
  const seen = viewInHand(hand, 'dim');
  const view = seen.kind === 'backdrop' ? seen : ({ kind: 'composition' } as const);
  await inJob(`Checking the edge of ${layer.name}`, async (signal, onProgress) => {
    const check = await edgeChecked(composition, layer.id, view, { signal, onProgress });
    useEdgeCheck.getState().take({ layer: layer.id, measured: composition, check, at: null });
  });
}

/** The halo of a layer before what it is seen on, measured along its whole edge. */
export async function edgeChecked(
  composition: Composition,
  layer: string,
  view: View,
  options: { readonly signal?: AbortSignal; readonly onProgress?: (done: number) => void },
): Promise<EdgeCheck> {
  const { width, height } = composition.canvas;
  const whole = { x: 0, y: 0, width, height };
  const needed = neededPixels(composition, whole, 1, view);
  const letGo = await pageSupply().bring(needed.sources, needed.painted);
  try {
    const ask = { composition: compositionKey(composition), layer, view };
    return await pageEngine().run('check-edge', ask, { ...pickSeat(), ...options });
  } finally {
    letGo();
  }
}

/** Whether there are stretches to step through. */
export function hasStretches(): boolean {
  const { check, layer } = useEdgeCheck.getState();
  return (check?.worst.length ?? 0) > 0 && layer === useHand.getState().layer;
}

/** Looks at one of the worst stretches at 400 %. */
export function lookAtStretch(index: number): void {
  const { check, take } = useEdgeCheck.getState();
  const stretch = check?.worst[index];
  if (!stretch) return;
  const zoom = NEAR / window.devicePixelRatio;
  useCamera.getState().zoomTo(zoom);
  const { area, x, y, pan } = useCamera.getState();
  pan(area.width / 2 - (x + stretch.x * zoom), area.height / 2 - (y + stretch.y * zoom));
  take({ at: index });
}

/** The next of the worst stretches, or the one before. */
export function stepThroughStretches(step: 1 | -1): void {
  const { check, at } = useEdgeCheck.getState();
  const count = check?.worst.length ?? 0;
  if (count === 0) return;
  lookAtStretch(at === null ? (step > 0 ? 0 : count - 1) : (at + step + count) % count);
}
