import {
  addMask,
  addPart,
  groupOf,
  type Layer,
  layerById,
  layerMap,
  type Mask,
  maskOf,
  newId,
  type OutlinePart,
  type PhotoLayer,
  PlaneMap,
  type Point,
  type Quad,
  removePart,
} from '@diplex/document';
import { create } from 'zustand';
import { useComposition } from '../bench/composition-store';
import { pageEngine } from '../bench/engine';
import { useNotices } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import { inJob, pickSeat } from '../picks/run-pick';
import { framesOf, ontoFirst } from './fuse-exposures';
import { bringLevels, levelWithin } from './whole-levels';

/** Exposures are compared at so many pixels at most. */
const COMPARED_PIXELS = 1_700_000;

/** The edge of a place that is given to one exposure is softened by so many composition pixels. */
const FEATHER = 6;

/** A place where the exposures of a group do not show the same. */
export interface Ghost {
  readonly name: string;
  /** Closed lines, in pixels of the first frame. */
  readonly lines: readonly (readonly Point[])[];
  /** Of the frame. */
  readonly share: number;
}

interface Ghosts {
  /** The group that was looked at. */
  readonly group: string | null;
  readonly ghosts: readonly Ghost[];
  /** The place whose row is under the pointer or has the focus. */
  readonly pointed: string | null;
  point(name: string | null): void;
  find(group: Layer): void;
}

export const useGhosts = create<Ghosts>((set) => ({
  ...{ group: null, ghosts: [], pointed: null },
  point: (pointed) => set({ pointed }),
  find(group) {
    const frames = framesOf(group);
    const [first] = frames;
    if (!first) return;
    const { size } = first.content;
    const level = levelWithin(size, COMPARED_PIXELS);
    const onto = ontoFirst(frames);
    const work = inJob(`Comparing the exposures of ${group.name}`, async (signal, onProgress) => {
      const sources = frames.map(({ content }) => ({ hash: content.source, ...content.size }));
      const letGo = await bringLevels(sources, level);
      try {
        const asked = frames.map(({ content }, i) => ({
          ...{ source: content.source, onto: onto[i] as Quad },
        }));
        const ask = { frames: asked, level };
        const found = await pageEngine().run('find-ghosts', ask, {
          ...{ ...pickSeat(), signal, onProgress },
        });
        const ghosts = found.map((each, i) => ({ ...each, name: `Place ${i + 1}` }));
        set({ group: group.id, ghosts });
        if (ghosts.length === 0) {
          const words = 'The exposures agree everywhere: nothing moved between them.';
          useNotices.getState().tell({ kind: 'information', words });
        }
      } finally {
        letGo();
      }
    });
    trackWork(work);
  },
}));

/** The frame that shows a place alone, if one was chosen: the nearest whose mask shows it by a part of its name. */
export function frameShowing(group: Layer, ghost: Ghost): string | null {
  const { composition } = useComposition.getState();
  const chosen = framesOf(group).find((frame) =>
    maskOf(composition, frame)?.parts.some(
      ({ name, combine }) => name === ghost.name && combine === 'add',
    ),
  );
  return chosen?.id ?? null;
}

/** From pixels of the first frame to those of a frame's mask, or of the one that it is given. */
function toMaskOf(first: PhotoLayer, frame: PhotoLayer): PlaneMap {
  const { composition } = useComposition.getState();
  const use = frame.maskUse;
  const group = groupOf(composition, frame.id);
  const around = group ? layerMap(composition, group) : PlaneMap.of([1, 0, 0, 1, 0, 0]);
  const lies = use?.linked === false ? around : layerMap(composition, frame);
  const toFrame = layerMap(composition, first).followedBy(lies.undone());
  return use ? toFrame.followedBy(PlaneMap.of(use.lies).undone()) : toFrame;
}

/** A place of the first frame as a part of a mask. */
function partOf(ghost: Ghost, toMask: PlaneMap, combine: 'add' | 'subtract'): OutlinePart | null {
  const [points, ...further] = ghost.lines.map((line) =>
    // A closed line ends where it began.
    line.slice(0, -1).flatMap((place) => toMask.to(place) ?? []),
  );
  if (!points) return null;
  return {
    ...{ id: newId(), kind: 'outline', name: ghost.name, shown: true, combine },
    ...{ feather: FEATHER, inverted: false, points, further },
  };
}

/**
 * Has one frame alone show a place: its mask shows it, and those of all nearer frames hide it, by parts that can be
 * changed like any other. Parts that an earlier choice made go.
 */
export function giveTo(group: Layer, ghost: Ghost, chosen: string): void {
  const frames = framesOf(group);
  const [first] = frames;
  if (!first) return;
  const { composition } = useComposition.getState();
  const nearest = frames.findIndex(({ id }) => id === chosen);
  const words = `${ghost.name} from ${layerById(composition, chosen)?.name ?? 'one exposure'}`;
  useComposition.getState().performAll(words, (doing) => {
    for (const [i, frame] of frames.entries()) {
      const mask = maskOf(composition, frame);
      for (const part of mask?.parts ?? []) {
        if (part.name === ghost.name) doing(removePart, { mask: mask?.id ?? '', part: part.id });
      }
      if (i < nearest || (i === nearest && i === 0 && !mask)) continue;
      const combine = i === nearest ? 'add' : 'subtract';
      const part = partOf(ghost, toMaskOf(first, frame), combine);
      if (mask) {
        if (part) doing(addPart, { mask: mask.id, part });
        continue;
      }
      if (!part) continue;
      const made: Mask = {
        ...{ id: newId(), name: 'Places', startsFrom: 'full', parts: [part], feather: 0 },
      };
      const words = `${ghost.name} on a new mask of ${layerById(composition, frame.id)?.name ?? ''}`;
      doing(addMask, { layer: frame.id, mask: made, words });
    }
  });
}
