import { isLettering, isShown, layerBounds, layersInDepth } from '@diplex/document';
import { contrastNow } from '../../tools/letter/use-contrast';
import { READABLE } from '../../tools/letter/use-palette';
import type { Finding, LongCheck, QuickCheck } from './check';

/** So many pixels may stand over: a letter's round side does. */
const OVER = 1;

/** Texts that go beyond the edge of the canvas. */
export const letteringOff: QuickCheck = ({ composition }) =>
  layersInDepth(composition)
    .filter((layer) => isLettering(layer) && isShown(composition, layer))
    .flatMap((layer): Finding[] => {
      const { width, height } = composition.canvas;
      const { x, y, width: across, height: down } = layerBounds(composition, layer);
      const inside =
        x >= -OVER && y >= -OVER && x + across <= width + OVER && y + down <= height + OVER;
      if (inside) return [];
      return [
        {
          ...{ weight: 'doubtful', words: `${layer.name} goes beyond the edge of the canvas.` },
          ...{ remedy: 'Move it, make it smaller, or leave it so.', stage: 'arrange' },
          ...{ layer: layer.id, at: { x, y, width: across, height: down } },
        },
      ];
    });

/** Texts that can hardly be read before what lies behind them. */
export const letteringFaint: LongCheck = async ({ composition }) => {
  const found: Finding[] = [];
  for (const layer of layersInDepth(composition)) {
    if (!isLettering(layer) || !isShown(composition, layer)) continue;
    const contrast = await contrastNow(composition, layer);
    if (contrast === null || contrast >= READABLE) continue;
    found.push({
      weight: 'doubtful',
      words: `${layer.name} is hard to read: its contrast is ${contrast.toFixed(1)} : 1.`,
      remedy: `${READABLE} : 1 is needed. Another colour, a stroke or something calm behind it helps.`,
      ...{ layer: layer.id, at: layerBounds(composition, layer), stage: 'arrange' },
    });
  }
  return found;
};
