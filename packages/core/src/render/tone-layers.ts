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

/** Whether a layer shows otherwise when pixels that are not its own change. */
export function looksElsewhere(composition: Composition, layer: Layer): boolean {
  const mask = maskOf(composition, layer);
  if (mask?.tint) return true;
  return (mask?.parts ?? []).some((part) => isOfColours(part) && part.shown && part.of !== 'own');
}
