import { type Composition, laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import type { Source } from '../link/server';

/** A photograph alone, on a canvas of its size. */
export function photoAlone({ hash, title, width, height }: Source): Composition {
  const size = { width, height };
  const content = { kind: 'photo' as const, source: hash, size };
  const layer = plainLayer('model', title, content, placedAt({ x: width / 2, y: height / 2 }));
  return laidOut(newComposition(title, size), [layer]);
}
