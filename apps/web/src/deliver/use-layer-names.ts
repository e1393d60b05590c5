import { isGroup, withDescendants } from '@diplex/document';
import { useMemo } from 'react';
import { useComposition } from '../bench/composition-store';

export interface LayerName {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
}

/** All layers and groups, the nearest first. */
export function useLayerNames(): readonly LayerName[] {
  const composition = useComposition((state) => state.composition);
  return useMemo(
    () =>
      composition.root
        .flatMap((id) => withDescendants(composition, id))
        .map((layer) => ({
          ...{ id: layer.id, name: layer.name },
          kind: isGroup(layer) ? 'group' : layer.content.kind,
        }))
        .reverse(),
    [composition],
  );
}
