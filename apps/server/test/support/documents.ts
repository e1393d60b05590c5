import {
  type Composition,
  type HistoryEntry,
  laidOut,
  newComposition,
  type PhotoLayer,
  perform,
  placedAt,
  plainLayer,
  setOpacity,
} from '@diplex/document';
import type { SourceDto } from '../../src/sources/source.dto';

/** A layer that shows a source at its natural size, its corner on the canvas's corner. */
export function photoLayer(source: SourceDto, id = 'a'): PhotoLayer {
  const { width, height, hash } = source;
  const content = { kind: 'photo' as const, source: hash, size: { width, height } };
  return plainLayer(id, source.name, content, placedAt({ x: width / 2, y: height / 2 }));
}

export function oneLayer(source: SourceDto, title = 'Test'): Composition {
  const { width, height } = source;
  return laidOut(newComposition(title, { width, height }), [photoLayer(source)]);
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
