import {
  addLayer,
  type Composition,
  type HistoryEntry,
  newComposition,
  perform,
  placedAt,
  plainLayer,
  setOpacity,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { layerChanged } from './layer-changed';

const size = { width: 10, height: 10 };
const colour = { r: 1, g: 2, b: 3, alpha: 1 };

function withFill(composition: Composition, id: string) {
  const content = { kind: 'fill' as const, size, fill: { by: 'colour' as const, colour } };
  return perform(composition, addLayer, {
    layer: plainLayer(id, id, content, placedAt({ x: 5, y: 5 })),
  });
}

describe('the layer that a step of the history is about', () => {
  const one = withFill(newComposition('Two', size), 'a');
  const two = withFill(one.composition, 'b');
  const faded = perform(two.composition, setOpacity, { layer: 'a', opacity: 0.5 });

  it('is the one that was changed, whatever is in hand', () => {
    const entry = faded.entry as HistoryEntry;
    expect(layerChanged(faded.composition, entry, 'b')).toBe('a');
    expect(layerChanged(faded.composition, entry, 'a')).toBe('a');
  });

  it('is none where it is gone', () => {
    expect(layerChanged(one.composition, two.entry as HistoryEntry, 'a')).toBeNull();
  });
});
