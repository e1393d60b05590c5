import {
  type Composition,
  type HistoryEntry,
  newComposition,
  type PhotoLayer,
  perform,
  placedAt,
  setOpacity,
} from '@diplex/document';
import type { SourceDto } from '../../src/sources/source.dto';

/** A layer that shows a source at its natural size, its corner on the canvas's corner. */
export function photoLayer(source: SourceDto, id = 'a'): PhotoLayer {
  const { width, height, hash } = source;
  return {
    ...{ id, kind: 'photo', name: source.name, shown: true, locked: false, opacity: 1 },
    ...{ blending: 'normal', placement: placedAt({ x: width / 2, y: height / 2 }) },
    ...{ source: hash, size: { width, height }, maskUse: null },
  };
}

export function oneLayer(source: SourceDto, title = 'Test'): Composition {
  const { width, height } = source;
  return { ...newComposition(title, { width, height }), layers: [photoLayer(source)] };
}

/** A step that sets the opacity of the layer `a`, and the document after it. */
export function opacityStep(
  document: Composition,
  opacity: number,
): { document: Composition; entry: HistoryEntry } {
  const { composition, entry } = perform(document, setOpacity, { layer: 'a', opacity });
  if (!entry) throw new Error('The opacity was that already.');
  return { document: composition, entry };
}
