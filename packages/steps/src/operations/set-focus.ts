import {
  type Composition,
  type CompositionDraft,
  isFill,
  isPhoto,
  type Layer,
  lockedBy,
  type Operation,
  type PlaneOfFocus,
} from '@diplex/document';
import { distanceOf, FOCUS_STEP, layersWithDistance, radiusAt } from '../focus';
import { newStep } from '../new-step';
import { definitionOf } from '../table';

/** A smaller radius cannot be seen. */
const LEAST = 0.25;

/** Gives a layer the lens blur of its distance, changes the one that it has, or takes it away. */
function bringTo(draft: CompositionDraft, layer: Layer, radius: number): void {
  const steps = draft.layers[layer.id]?.steps;
  if (!steps) return;
  const at = steps.findIndex(
    ({ kind, name }) => kind === FOCUS_STEP.kind && name === FOCUS_STEP.name,
  );
  if (radius < LEAST) {
    if (at >= 0) steps.splice(at, 1);
    return;
  }
  const size = Math.round(radius * 100) / 100;
  const known = steps[at];
  if (known) {
    if (known.values.size !== size) known.values.size = size;
    return;
  }
  // What was cut out has an outline that is out of focus as well; what fills the canvas has none.
  const whole = (isPhoto(layer) || isFill(layer)) && !layer.maskUse;
  const values = { size, edge: whole ? 'kept' : 'softened' };
  const made = newStep(definitionOf(FOCUS_STEP.kind), values);
  steps.push({ ...made, name: FOCUS_STEP.name } as (typeof steps)[number]);
}

export interface FocusChange {
  /** Null takes the plane of focus off; left out it stays. */
  readonly focus?: PlaneOfFocus | null;
  /** Distances of layers; null for that of their place in depth. */
  readonly distances?: Readonly<Record<string, number | null>>;
}

/** Focuses the lens on a distance: what is nearer or farther gets a lens blur as a step of its chain. Locked layers stay. */
export const setFocus: Operation<FocusChange> = {
  name: 'setFocus',
  words: (before, { focus, distances }) => {
    if (focus === null) return 'Took the plane of focus off';
    const [id, ...more] = Object.keys(distances ?? {});
    const layer = id === undefined ? undefined : before.layers[id];
    if (layer && more.length === 0 && !focus) return `Distance of ${layer.name}`;
    return before.focus ? 'Moved the plane of focus' : 'Laid a plane of focus';
  },
  change(draft, { focus, distances = {} }) {
    for (const [id, distance] of Object.entries(distances)) {
      const layer = draft.layers[id];
      if (layer) layer.distance = distance;
    }
    if (focus !== undefined) draft.focus = focus;
    const composition = draft as Composition;
    for (const layer of layersWithDistance(composition)) {
      if (lockedBy(composition, layer)) continue;
      const away = draft.focus ? radiusAt(draft.focus, distanceOf(composition, layer)) : 0;
      bringTo(draft, layer, away);
    }
  },
};
