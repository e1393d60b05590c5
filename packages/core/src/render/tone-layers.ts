import { type Composition, isOfColours, type Layer, layerById, maskOf } from '@diplex/document';

/** Other layers whose own tones a layer's mask looks at. */
export function toneLayers(composition: Composition, layer: Layer): Layer[] {
  const parts = maskOf(composition, layer)?.parts ?? [];
  return parts.flatMap((part) => {
    if (!isOfColours(part) || !part.shown || typeof part.of === 'string') return [];
    const other = layerById(composition, part.of.layer);
    return other ? [other] : [];
  });
}

/** Whether a layer's mask looks at pixels that are not the layer's own. */
export function looksElsewhere(composition: Composition, layer: Layer): boolean {
  const parts = maskOf(composition, layer)?.parts ?? [];
  return parts.some((part) => isOfColours(part) && part.shown && part.of !== 'own');
}
