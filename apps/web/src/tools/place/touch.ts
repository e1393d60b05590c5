import type { TouchWay } from '@diplex/core';
import {
  isGlass,
  isShadow,
  type Layer,
  layerBounds,
  layerById,
  layersInDepth,
  setPlacement,
  withDescendants,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine } from '../../bench/engine';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { bringCoverage } from '../../picks/lay-coverage';
import { inJob, pickSeat } from '../../picks/run-pick';
import { chosenToPlace } from './chosen';
import { movedPlacement } from './place-tool';

/** Less than this is no way to go, in composition pixels. */
const STILL = 1e-3;

const UNITS: Readonly<Record<TouchWay, { readonly x: number; readonly y: number }>> = {
  ...{ down: { x: 0, y: 1 }, up: { x: 0, y: -1 }, left: { x: -1, y: 0 }, right: { x: 1, y: 0 } },
};

/**
 * The layers that a layer can be brought up to, the nearest behind it first: not those that go along with it, which are in
 * it, around it, or its shadow.
 */
export function touchable(layer: Layer): readonly Layer[] {
  const { composition } = useComposition.getState();
  const all = layersInDepth(composition);
  const inside = (of: Layer) => withDescendants(composition, of.id).map(({ id }) => id);
  const own = new Set(inside(layer));
  const goesAlong = (each: Layer) =>
    own.has(each.id) ||
    inside(each).includes(layer.id) ||
    (isShadow(each) && own.has(each.content.of));
  const others = all.filter((each) => each.shown && !isGlass(each) && !goesAlong(each));
  const at = all.indexOf(layer);
  const behind = others.filter((each) => all.indexOf(each) < at);
  return [...behind.reverse(), ...others.filter((each) => all.indexOf(each) > at)];
}

/** Moves what is chosen one way until the edge of the layer in hand, as its mask shows it, touches that of another. */
export function moveUntilTouching(layer: Layer, other: string | null, way: TouchWay): void {
  const { composition } = useComposition.getState();
  const target = other === null ? undefined : layerById(composition, other);
  const whose = target ? target.name : 'the edge of the canvas';
  const work = inJob(`Bringing ${layer.name} up to ${whose}`, async (signal) => {
    const letGo = await Promise.all([layer.id, ...(other ? [other] : [])].map(bringCoverage));
    try {
      const ask = { composition: compositionKey(composition), layer: layer.id, other, way };
      const by = await pageEngine().run('way-to-touch', ask, { ...pickSeat(), signal });
      if (by === null) {
        return tellProblem(
          `${layer.name} and ${whose} pass each other that way. Move one before the other first.`,
        );
      }
      if (Math.abs(by) > STILL) move(layer, `Brought ${layer.name} up to ${whose}`, way, by);
    } finally {
      for (const each of letGo) each();
    }
  });
  trackWork(work);
}

function move(layer: Layer, words: string, way: TouchWay, by: number): void {
  const { composition, performAll } = useComposition.getState();
  const { x, y, width, height } = layerBounds(composition, layer);
  const from = { x: x + width / 2, y: y + height / 2 };
  const step = { x: UNITS[way].x * by, y: UNITS[way].y * by };
  performAll(words, (doing) => {
    for (const each of chosenToPlace()) {
      const placement = movedPlacement(composition, each, from, step);
      if (placement) doing(setPlacement, { layer: each.id, placement });
    }
  });
}
