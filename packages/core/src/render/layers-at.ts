import {
  type Composition,
  isGlass,
  isGroup,
  isShown,
  type Layer,
  layersInDepth,
  type Point,
  type Rect,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { Leaves } from '../graph/node';
import { neededBy } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerCoverage, layerPicture } from './layer-pixels';

/** A layer that covers less than this share of a place is not meant by it. */
const LEAST = 0.2;

/** Layers that have pixels of their own and are shown, the nearest first. */
function candidates(composition: Composition): readonly Layer[] {
  return layersInDepth(composition)
    .filter((layer) => !isGroup(layer) && !isGlass(layer) && isShown(composition, layer))
    .reverse();
}

const pixelAt = ({ x, y }: Point): Rect => ({
  ...{ x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 },
});

/** What has to be at hand to tell which layers lie at a place. */
export function layersAtNeeds(composition: Composition, at: Point): Leaves {
  const needs = candidates(composition).flatMap((layer) => {
    const { picture, coverage } = graphOf(composition).layer(layer);
    return [picture, ...(coverage ? [coverage] : [])].map((node) => neededBy(node, pixelAt(at), 1));
  });
  return {
    sources: needs.flatMap(({ sources }) => sources),
    painted: needs.flatMap(({ painted }) => painted),
  };
}

/**
 * The layers that show something at a place of the composition, by their ids, the nearest first: by their own pixels,
 * their border and their mask, whatever lies before them.
 */
export function layersAt(composition: Composition, at: Point, reader: PixelReader): string[] {
  const pixel = pixelAt(at);
  return candidates(composition)
    .filter((layer) =>
      inScratch(() => {
        const coverage = layerCoverage(composition, layer, pixel, 1, reader);
        const covered = coverage ? (coverage.data[0] as number) : 1;
        if (covered < LEAST) return false;
        const picture = layerPicture(composition, layer, pixel, 1, reader);
        return covered * ((picture?.data[3] as number | undefined) ?? 0) >= LEAST;
      }),
    )
    .map(({ id }) => id);
}
