import { smoothNeeds } from '@diplex/core';
import {
  type CoatLays,
  invert,
  layerMatrix,
  multiply,
  newId,
  PAINTED_TILE_SIZE,
  type Taken,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { tellProblem } from '../../bench/notice-store';
import { keepTiles } from '../../picks/keep-tiles';
import { inJob, pickSeat } from '../../picks/run-pick';
import type { PointerSample, Tool } from '../../picture/tool';
import { coatGoal, commitCoats, withCoats } from '../coats/coat-goal';
import { type CoatTarget, coatTarget } from '../coats/coat-target';
import { whyUntouched } from '../place/why-kept';
import { RunningStroke } from '../strokes/running-stroke';
import type { StrokeGoal, Tiles } from '../strokes/stroke-goal';
import { StrokeTool } from '../strokes/stroke-tool';
import { cloneMap } from './clone-map';
import { useCloning } from './settings';

/** What the next stroke lays; null when no place was pointed out yet. */
export function clonedNow(target: CoatTarget): Taken | null {
  const { source, start, turn, scale, mirrored, from, meets } = useCloning.getState();
  if (!source || !start) return null;
  const onto = multiply(cloneMap({ source, start, turn, scale, mirrored }), target.matrix);
  return { by: 'taken', from, onto, meets };
}

/** A stroke that lays what its surroundings are like, found when it ends. */
function smoothGoal(target: CoatTarget, radius: number): StrokeGoal {
  // Meanwhile it shows where it was drawn.
  const lays: CoatLays = { by: 'colour', colour: { r: 128, g: 96, b: 190, alpha: 0.55 } };
  const drawn = coatGoal(target, { lays, joins: false, way: '' });
  return {
    ...drawn,
    async finish(tiles: Tiles) {
      await inJob(`Smoothing over on ${target.layer.name}`, async (signal, onProgress) => {
        const coat = newId();
        const { composition } = useComposition.getState();
        const scene = withCoats(composition, target, [{ id: coat, lays, tiles }]);
        const place = { layer: target.layer.id, coat, radius };
        const needs = smoothNeeds({ ...place, composition: scene });
        const letGo = await pageSupply().bring(needs.sources, needs.painted);
        try {
          const ask = { ...place, composition: compositionKey(scene) };
          const options = { ...pickSeat(), signal, onProgress };
          const found = await pageEngine().run('smooth-over', ask, options);
          if (found.length === 0) {
            return tellProblem(
              'Nothing around it can be laid there. Paint over less of it, or clone from elsewhere.',
            );
          }
          const together = newId();
          const coats = await Promise.all(
            found.map(async (patch) => {
              const taken: Taken = {
                ...{ by: 'taken', from: 'behind', onto: patch.onto, meets: 1 },
                together,
              };
              return { id: newId(), lays: taken, tiles: await keepTiles(patch.tiles, signal) };
            }),
          );
          commitCoats(target, coats, 'Smoothed over');
        } finally {
          letGo();
        }
      });
      useComposition.getState().show(null);
    },
  };
}

/** Whether the next stroke begins to take where the top coat was laid: a coat does not see itself. */
function takesFromTop({ layer }: CoatTarget, { from, onto }: Taken): boolean {
  const top = layer.content.coats.at(-1);
  const { pointer } = useCloning.getState();
  const { composition } = useComposition.getState();
  if (from !== 'here' || !top || !pointer) return false;
  const back = invert(layerMatrix(composition, layer));
  const { x, y } = transform(multiply(back, multiply(onto, back)), pointer);
  const tile = `${Math.floor(x / PAINTED_TILE_SIZE)},${Math.floor(y / PAINTED_TILE_SIZE)}`;
  return Object.hasOwn(top.tiles, tile);
}

function cloneGoal(target: CoatTarget): StrokeGoal | null {
  const lays = clonedNow(target);
  if (!lays) return null;
  // Tone is met when the stroke has ended: while it grows, what it meets changes with every touch.
  if (lays.meets > 0) {
    const meanwhile = { ...lays, meets: 0 };
    return coatGoal(target, { lays, meanwhile, joins: false, way: 'Cloned' });
  }
  return coatGoal(target, { lays, joins: !takesFromTop(target, lays), way: 'Cloned' });
}

const strokes = new StrokeTool({
  target: () => coatTarget('Retouch'),
  takesPress({ layer }, at) {
    const kept = whyUntouched(layer);
    if (kept) {
      tellProblem(kept);
      return true;
    }
    const { way, points, source, start, keeps, set } = useCloning.getState();
    if (way === 'smooth over') return false;
    if (points || at.otherButton) {
      set({ source: { x: at.x, y: at.y }, start: null, points: false });
      return true;
    }
    if (!source) {
      tellProblem(
        'Point out where to clone from first: press there with the second button, or press B before.',
      );
      return true;
    }
    if (!start || keeps === 'place') set({ start: { x: at.x, y: at.y } });
    return false;
  },
  brush: () => useCloning.getState().brush,
  opposite: (brush) => brush,
  settings: useCloning,
  smoothing: () => useCloning.getState().smoothing,
  open(brush) {
    const target = coatTarget('Retouch');
    const smooths = useCloning.getState().way === 'smooth over';
    const goal = smooths ? smoothGoal(target, brush.radius) : cloneGoal(target);
    return goal && new RunningStroke(target, goal, brush);
  },
});

/** Notes where the pointer is, for what is shown under it. */
function follow(at: PointerSample | undefined): void {
  if (at) useCloning.getState().set({ pointer: { x: at.x, y: at.y } });
}

/** Lays pixels from elsewhere on a layer of its own. */
export const cloneTool: Tool = {
  begin(at) {
    follow(at);
    strokes.begin(at);
  },
  move(through) {
    follow(through.at(-1));
    strokes.move(through);
  },
  end: (at) => strokes.end(at),
  cancel: () => strokes.cancel(),
  again: (stroke) => strokes.again(stroke),
  hover: follow,
};
