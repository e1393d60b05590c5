import { isShown, type Layer, layersInDepth, masksOf } from '@diplex/document';
import type { Finding, QuickCheck } from './check';

function stepsOff(layer: Layer): Finding[] {
  return layer.steps
    .filter(({ shown }) => !shown)
    .map(({ name }) => ({
      ...{ weight: 'look', words: `${layer.name}: ${name} is switched off.`, layer: layer.id },
      ...{ remedy: 'Light its lamp in the chain, or leave it.', stage: 'match' },
    }));
}

/** Layers, steps and parts of masks that are not seen, perhaps by mistake. */
export const switchedOff: QuickCheck = ({ composition }) =>
  layersInDepth(composition).flatMap((layer): Finding[] => {
    if (!layer.shown) {
      const remedy = 'Light its lamp in the depth strip, or leave it.';
      return [{ weight: 'look', words: `${layer.name} is hidden.`, remedy, layer: layer.id }];
    }
    if (!isShown(composition, layer)) return [];
    const parts = masksOf(layer).flatMap((id) => composition.masks[id]?.parts ?? []);
    const off = parts.filter(({ shown }) => !shown);
    return [
      ...stepsOff(layer),
      ...off.map(({ name }) => ({
        ...{
          weight: 'look' as const,
          words: `${layer.name}: ${name} of its mask is switched off.`,
        },
        ...{ remedy: 'Light it among the parts of the mask, or leave it.', layer: layer.id },
        stage: 'cut' as const,
      })),
    ];
  });
