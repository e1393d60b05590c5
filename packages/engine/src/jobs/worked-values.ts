import {
  type Brush,
  greyValues,
  levelWithin,
  partsBefore,
  type SheerWork,
  sheerSides,
  sheerValues,
  tapValues,
  type WorkedValues,
  workedEdge,
} from '@diplex/core';
import {
  type Layer,
  layerIn,
  type Mask,
  maskHolder,
  maskOf,
  type PickedFrom,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import type { PickPlace } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';
import { groundFor } from './pick-grounds';
import { tileRegion } from './tile-region';

/** Where a brush works something out. */
export interface WorkPlace extends PickPlace {
  readonly from: PickedFrom;
  readonly part: string;
}

/** Both sides of a sheer thing are gathered from a picture of at most so many pixels. */
const SIDES_PIXELS = 1_500_000;

/** What a brush works out for each tile; null when it paints a value. */
export function workedValues(
  place: WorkPlace,
  { edge, work }: Brush,
  pixels: WorkerPixels,
): ((key: string) => WorkedValues) | null {
  const scene = pixels.composition(place.composition);
  const holder = maskHolder(scene, place.layer);
  if (!holder) throw new Error('That layer is no longer in the composition.');
  const layer = layerIn(holder, scene.canvas.profile);
  const mask = maskOf(scene, layer);
  if (edge) {
    const of = whole(mask);
    return (key) => {
      const region = tileRegion(key);
      return inScratch(() => {
        const { data } = workedEdge(of, layer, place.part, edge, region, pixels);
        const values = new Uint16Array(data.length);
        for (let p = 0; p < data.length; p++) values[p] = Math.round((data[p] as number) * 65_535);
        return { values, limit: null };
      });
    };
  }
  if (work?.does === 'greys') {
    const of = whole(mask);
    // As it is: an edge that is spread by nothing.
    const asIs = { way: 'spread', by: 0 } as const;
    return (key) =>
      inScratch(() =>
        greyValues(workedEdge(of, layer, place.part, asIs, tileRegion(key), pixels).data, work),
      );
  }
  if (work?.does === 'taps') {
    const colours = groundFor(place, place.from, pixels).ground.level(0);
    return (key) => tapValues(work, colours, tileRegion(key));
  }
  return work ? sheerWork(place, work, layer, mask, pixels) : null;
}

function whole(mask: Mask | undefined): Mask {
  if (!mask) throw new Error('There is no edge yet. Make a mask first.');
  return mask;
}

function sheerWork(
  place: WorkPlace,
  work: SheerWork,
  layer: Layer,
  mask: Mask | undefined,
  pixels: WorkerPixels,
): (key: string) => WorkedValues {
  const { ground } = groundFor(place, place.from, pixels);
  const level = levelWithin(ground, SIDES_PIXELS);
  const picture = ground.level(level);
  const region = { x: 0, y: 0, width: picture.width, height: picture.height };
  // The mask without what this brush painted before: going over it again finds the same.
  const drawn = (of: Mask) =>
    inScratch(() =>
      partsBefore(of, layer, place.part, region, 1 / 2 ** level, pixels).data.slice(),
    );
  const sides = sheerSides(work, picture, mask ? drawn(mask) : null, 2 ** level);
  const colours = ground.level(0);
  return (key) => sheerValues(work, sides, colours, tileRegion(key));
}
