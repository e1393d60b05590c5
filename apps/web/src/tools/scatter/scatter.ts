import {
  addLayer,
  addMask,
  type Composition,
  groupOf,
  invert,
  type Layer,
  layerBounds,
  layerMatrix,
  listAround,
  type Mask,
  maskMatrix,
  maskOf,
  multiply,
  newId,
  type Operation,
  type Point,
  placedAt,
  plainLayer,
  removeMask,
  type TonesPart,
} from '@diplex/document';
import { definitionOf, generatedDefinition, newGenerated, newStep } from '@diplex/steps';
import { freeName } from '../atmosphere/generated-layers';

/** How a thing comes apart: from where to where its pieces fly, in composition pixels. */
export interface Scattering {
  readonly from: Point;
  readonly to: Point;
  /** Of the pieces, in composition pixels. */
  readonly size: number;
  readonly count: number;
}

/** The thing is drawn out under its pieces by this share of the way that they fly. */
const SMEARED = 0.8;

/** Everything that is as light as the shards are, by the tones of their layer. */
function byShards(shards: string, combine: TonesPart['combine']): TonesPart {
  return {
    ...{ id: newId(), kind: 'tones', name: 'Shards', shown: true, combine, feather: 0 },
    ...{ inverted: false, component: 'lightness', of: { layer: shards } },
    ...{ low: [0.2, 0.8], high: [1, 1] },
  };
}

/** The layer whose tones say where pieces are: hidden itself. */
function shardsLayer(
  composition: Composition,
  thing: Layer,
  { from, to, size, count }: Scattering,
) {
  const { width, height } = composition.canvas;
  const bounds = layerBounds(composition, thing);
  const long = Math.max(1, Math.hypot(to.x - from.x, to.y - from.y));
  const [ux, uy] = [Math.abs(to.x - from.x) / long, Math.abs(to.y - from.y) / long];
  // As wide as the thing is seen along the way.
  const wide = (bounds.width * uy + bounds.height * ux) / Math.max(width, height);
  const share = ({ x, y }: Point) => ({ x: x / width, y: y / height });
  const values = {
    ...{ from: share(from), to: share(to), size, count },
    spread: Math.max(0.05, Math.min(3, 0.9 * wide)),
  };
  const content = newGenerated(generatedDefinition('shards'), { width, height }, 1, values);
  const name = freeName(composition, `Shards of ${thing.name}`);
  const middle = placedAt({ x: width / 2, y: height / 2 });
  return { ...plainLayer(newId(), name, content, middle), shown: false };
}

/** The thing drawn out along the way, as it is under its own mask, in a group that shows where the pieces are. */
function drawnOut(
  composition: Composition,
  thing: Layer,
  shards: string,
  { from, to }: Scattering,
) {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const degrees = (Math.atan2(dy, dx) * 180) / Math.PI;
  const angle = ((((degrees + 90) % 180) + 180) % 180) - 90;
  const length = Math.min(1000, SMEARED * Math.hypot(dx, dy));
  const blur = newStep(definitionOf('motion-blur'), { length, angle, edge: 'softened' });
  const { width, height } = composition.canvas;
  const content = {
    kind: 'showing' as const,
    of: thing.id,
    ...('size' in thing.content && { size: thing.content.size }),
  };
  const { placement } = thing;
  const aside = 0.5 * SMEARED;
  const moved = { ...placement, x: placement.x + aside * dx, y: placement.y + aside * dy };
  const name = freeName(composition, `${thing.name}, drawn out`);
  const showing: Layer = {
    ...plainLayer(newId(), name, content, moved),
    steps: [...thing.steps.map((step) => ({ ...step, id: newId() })), blur],
    maskUse: thing.maskUse,
    edge: thing.edge,
  };
  const mask: Mask = {
    ...{ id: newId(), name: 'Shards', startsFrom: 'empty', feather: 0, size: { width, height } },
    parts: [byShards(shards, 'add')],
  };
  const group: Layer = {
    ...plainLayer(
      newId(),
      freeName(composition, `Pieces of ${thing.name}`),
      { kind: 'group', children: [showing.id], mixing: 'isolated' },
      placedAt({ x: 0, y: 0 }),
    ),
    maskUse: { mask: mask.id, linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  return { group, showing, mask };
}

/** Carries an operation out as part of a step of the history. */
export type Doing = <Args>(operation: Operation<Args>, args: Args) => void;

/**
 * Takes a thing apart as one would by hand: its pieces, drawn out, behind it, under a mask of shards; and the same
 * shards taken out of its own mask. All of it are ordinary layers, masks and steps. Gives the layer of the shards.
 */
export function scatter(
  composition: Composition,
  thing: Layer,
  how: Scattering,
  doing: Doing,
): string {
  const mask = maskOf(composition, thing);
  const use = thing.maskUse;
  if (!mask || !use) throw new RangeError('Only what was cut out can come apart.');
  const shards = shardsLayer(composition, thing, how);
  const { group, showing, mask: pieces } = drawnOut(composition, thing, shards.id, how);
  const into = groupOf(composition, thing.id)?.id ?? null;
  const at = listAround(composition, into).indexOf(thing.id);
  const eaten: Mask = {
    ...mask,
    id: newId(),
    shelf: null,
    parts: [...mask.parts, byShards(shards.id, use.turnedRound ? 'add' : 'subtract')],
  };
  const lies = multiply(invert(layerMatrix(composition, thing)), maskMatrix(composition, thing));
  doing(addLayer, { layer: shards, into, at });
  doing(addLayer, { layer: group, into, at: at + 1, inside: [showing], masks: [pieces] });
  doing(removeMask, { layer: thing.id });
  doing(addMask, { layer: thing.id, mask: eaten, lies, turnedRound: use.turnedRound });
  return shards.id;
}
