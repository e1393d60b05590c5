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
import { useComposition } from './composition-store';

/** A photograph of 400 x 200 that lies on a canvas of that size. */
export const keeper: PhotoLayer = plainLayer(
  'a',
  'Keeper',
  { kind: 'photo', source: 'a'.repeat(64), size: { width: 400, height: 200 } },
  placedAt({ x: 200, y: 100 }),
);

export interface Opened {
  readonly layers?: readonly Layer[];
  readonly masks?: readonly Mask[];
  readonly canvas?: Canvas;
}

/** Opens a composition with the keeper alone, or with what is given. */
export function openDocument({ layers = [keeper], masks = [], canvas }: Opened = {}): void {
  const empty = newComposition('Test', { width: 400, height: 200 });
  const document = { ...laidOut(empty, layers, masks), ...(canvas && { canvas }) };
  const history = { entries: [], position: 0 };
  useComposition.getState().open({ id: 'c', revision: 1, updatedAt: '', document, history });
}

/** A browser's storage for as long as a test. */
export function storage(): Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  };
}
