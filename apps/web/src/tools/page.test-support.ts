import {
  type Canvas,
  type Layer,
  laidOut,
  type Mask,
  newComposition,
  type PhotoLayer,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useNotices } from '../bench/notice-store';
import { FIRST_TOOLS } from '../bench/stage-tools';
import { useCamera } from '../picture/camera-store';

/** A photograph of 400 x 200 that lies on a canvas of that size. */
export const keeper: PhotoLayer = plainLayer(
  'a',
  'Keeper',
  { kind: 'photo', source: 'a'.repeat(64), size: { width: 400, height: 200 } },
  placedAt({ x: 200, y: 100 }),
);

interface Opened {
  readonly layers?: readonly Layer[];
  readonly masks?: readonly Mask[];
  readonly canvas?: Canvas;
}

/** Opens a composition with the keeper in hand at 100 %. */
export function openKeeper({ layers = [keeper], masks = [], canvas }: Opened = {}): void {
  useCamera.setState({ zoom: 1 });
  useNotices.setState({ notices: [] });
  const empty = newComposition('Test', { width: 400, height: 200 });
  const document = { ...laidOut(empty, layers, masks), ...(canvas && { canvas }) };
  const history = { entries: [], position: 0 };
  useComposition.getState().open({ id: 'c', revision: 1, updatedAt: '', document, history });
  useHand.getState().take({
    ...{ layer: 'a', part: null, combine: 'add', draft: null, makes: 'part' },
    ...{ areaMoves: false, stage: 'cut', tools: FIRST_TOOLS, view: 'composition' },
  });
}

/** All that was told to the person at the bench. */
export function told(): string {
  const { notices } = useNotices.getState();
  return notices.map(({ words }) => words).join();
}

/** A browser's storage for as long as a test. */
export function storage(): Pick<Storage, 'getItem' | 'setItem'> {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
  };
}
