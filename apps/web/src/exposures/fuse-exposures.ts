import type { FusionAmounts } from '@diplex/core';
import {
  addMask,
  bendsItself,
  cornersOf,
  invert,
  isGroup,
  isPhoto,
  type Layer,
  layerById,
  layerMap,
  layerMatrix,
  linkMask,
  type Mask,
  type Matrix,
  multiply,
  newId,
  type PhotoLayer,
  type Quad,
  removeMask,
  scaling,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { pageEngine } from '../bench/engine';
import { trackWork } from '../bench/pending-work';
import { keepTiles } from '../picks/keep-tiles';
import { inJob, pickSeat } from '../picks/run-pick';
import { bringLevels, levelWithin } from './whole-levels';

/** Masks are worked out on so many pixels at most, and drawn larger from those. */
const FUSED_PIXELS = 3_000_000;

/** What the parts that a fusion makes were laid down from. */
const FUSION_RECIPE = { by: 'laid', of: 'Fusion' } as const;

/** The photographs of a group that can be fused: two or more of one size, far to near. */
export function framesOf(group: Layer): readonly PhotoLayer[] {
  const { composition } = useComposition.getState();
  if (!isGroup(group)) return [];
  const inside = group.content.children.flatMap((id) => layerById(composition, id) ?? []);
  const frames = inside.flatMap((layer) => (isPhoto(layer) && layer.shown ? [layer] : []));
  const [first] = frames;
  const alike = frames.every(
    ({ content }) =>
      content.size.width === first?.content.size.width &&
      content.size.height === first.content.size.height,
  );
  return frames.length > 1 && alike ? frames : [];
}

/** Where the corners of each frame lie on the first, in its pixels; a frame that has none there is left where it is. */
export function ontoFirst(frames: readonly PhotoLayer[]): readonly Quad[] {
  const { composition } = useComposition.getState();
  const [first] = frames;
  if (!first) return [];
  const back = layerMap(composition, first).undone();
  return frames.map((frame) => {
    const map = layerMap(composition, frame).followedBy(back);
    const { width, height } = frame.content.size;
    const corners = cornersOf({ x: 0, y: 0, width, height });
    return corners.map((corner) => map.to(corner) ?? corner) as unknown as Quad;
  });
}

/** From the pixels of the first frame to those of another if neither were drawn out of square. */
function flatFrom(first: PhotoLayer, frame: PhotoLayer): Matrix {
  const { composition } = useComposition.getState();
  return multiply(invert(layerMatrix(composition, frame)), layerMatrix(composition, first));
}

/** Gives the frames of a group the masks that fuse them; masks that they had give way. */
export function fuseExposures(group: Layer, amounts: FusionAmounts): void {
  const frames = framesOf(group);
  const [first] = frames;
  if (!first) return;
  const { size } = first.content;
  const level = levelWithin(size, FUSED_PIXELS);
  const onto = ontoFirst(frames);
  const work = inJob(`Fusing ${group.name}`, async (signal, onProgress) => {
    const sources = frames.map(({ content }) => ({ hash: content.source, ...content.size }));
    const letGo = await bringLevels(sources, level);
    try {
      const asked = frames.map(({ content }, i) => ({
        ...{ source: content.source, onto: onto[i] as Quad },
      }));
      const ask = { frames: asked, level, amounts };
      const made = await pageEngine().run('fuse-frames', ask, {
        ...{ ...pickSeat(), signal, onProgress },
      });
      const kept = await Promise.all(made.map((tiles) => keepTiles(tiles, signal)));
      const by = 2 ** level;
      useComposition.getState().performAll(`Fused ${group.name}`, (doing) => {
        for (const [i, frame] of frames.entries()) {
          const { id, maskUse } = frame;
          if (maskUse) doing(removeMask, { layer: id });
          const tiles = kept[i - 1];
          if (!tiles) continue;
          const mask: Mask = {
            ...{ id: newId(), name: 'Fusion', startsFrom: 'empty', feather: 0 },
            size: { width: Math.ceil(size.width / by), height: Math.ceil(size.height / by) },
            parts: [
              {
                ...{ id: newId(), kind: 'picked', name: 'Fusion', shown: true, combine: 'add' },
                ...{ feather: 0, inverted: false, tiles, recipe: FUSION_RECIPE },
              },
            ],
          };
          const lies = multiply(flatFrom(first, frame), scaling(by, by));
          doing(addMask, { layer: id, mask, lies, words: `Fused ${frame.name}` });
          // What a frame is drawn out by would draw its mask out, too, which lies on the first.
          if (bendsItself(frame)) doing(linkMask, { layer: id, linked: false });
        }
      });
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
