import { newId, type Point } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine } from '../../bench/engine';
import { trackWork } from '../../bench/pending-work';
import { keepTiles } from '../../picks/keep-tiles';
import { bringGround, inJob, pickSeat } from '../../picks/run-pick';
import { commitCoats, withCoats } from '../coats/coat-goal';
import { areaTiles, type CoverTiles, targetOnCanvas } from './covered';
import { usePainting } from './settings';

const TOP = 65_535;

/** What is covered in both. */
function within(tiles: CoverTiles, limit: CoverTiles): CoverTiles {
  const both = Object.entries(tiles).flatMap(([key, pairs]) => {
    const most = limit[key];
    if (!most) return [];
    const made = pairs.map((value, i) =>
      i % 2 === 0
        ? Math.round((value * (most[i] as number) * (most[i + 1] as number)) / TOP ** 2)
        : value,
    );
    return [[key, made] as const];
  });
  return Object.fromEntries(both);
}

/** Fills what is like the colour at a place, as one step of the history. */
export function fillRegion({ x, y }: Point): void {
  const { range, spread, colour } = usePainting.getState();
  const { composition } = useComposition.getState();
  const target = targetOnCanvas();
  const work = inJob(`Filling on ${target.layer.name}`, async (signal, onProgress) => {
    // A picker needs the layer to be there.
    const scene = withCoats(composition, target, []);
    const letGo = await bringGround(target.layer, 'composition', [0]);
    try {
      const options = { ...pickSeat(), signal, onProgress };
      const key = compositionKey(scene);
      const point = {
        x,
        y,
        patch: 3,
        tolerance: range,
        skirt: 0.02,
        spread,
        combine: 'add' as const,
      };
      const found = (await pageEngine().run(
        'pick',
        {
          ...{ composition: key, layer: target.layer.id },
          recipe: { by: 'reach', from: 'composition', points: [point] },
          ...{ specks: 0, solved: null, tiles: {} },
        },
        options,
      )) as CoverTiles;
      const area = await areaTiles(signal);
      const tiles = await keepTiles(area ? within(found, area) : found, signal);
      const lays = { by: 'colour', colour } as const;
      commitCoats(target, [{ id: newId(), lays, tiles }], 'Filled what is alike');
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
