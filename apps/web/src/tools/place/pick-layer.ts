import { layersAtNeeds } from '@diplex/core';
import { layerById, type Point } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { trackWork } from '../../bench/pending-work';
import { takeLayer } from '../../bench/take-layer';
import { useUnder } from './settings';

/** Takes the nearest layer that shows something at a place in hand, and tells of all that do. */
export function pickLayerAt(at: Point): void {
  const { composition } = useComposition.getState();
  const find = async () => {
    const needs = layersAtNeeds(composition, at);
    const letGo = await pageSupply().bring(needs.sources, needs.painted);
    try {
      const ask = { composition: compositionKey(composition), at };
      const layers = await pageEngine().run('layers-at', ask, { priority: 150 });
      useUnder.setState({ layers });
      const [nearest] = layers;
      const still = useComposition.getState().composition;
      if (nearest && layerById(still, nearest)) takeLayer(nearest);
    } finally {
      letGo();
    }
  };
  trackWork(find());
}
