import type { Layer } from '@diplex/document';
import { useShelf } from '../../bench/shelf-store';

/** Whether a layer ends anywhere but at its frame: by its mask, or by its own pixels. */
export function hasEdge({ maskUse, content }: Layer): boolean {
  if (maskUse) return true;
  if (content.kind === 'photo') {
    const { sources } = useShelf.getState();
    return sources.find(({ hash }) => hash === content.source)?.channels === 4;
  }
  return content.kind !== 'glass' && content.kind !== 'fill' && content.kind !== 'shadow';
}
