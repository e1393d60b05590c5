import {
  COMBINE_RULES,
  EDGE_WAYS,
  PICKED_FROM,
  STROKE_MARKS,
  VIEW_COMPONENTS,
} from '../composition';
import { RANGES } from '../ranges';
import { LIMITS } from './limits';
import { isPoint, rule } from './rules';
import { among, type Fields, listOf, shaped, within } from './shapes';

const length = within(0, 100_000);

const isReachPoint = (value: unknown) =>
  shaped(value, {
    ...{ x: Number.isFinite, y: Number.isFinite, patch: length },
    ...{ tolerance: within(0, 2), skirt: within(0, 2), spread: among(['touching', 'everywhere']) },
    combine: among(COMBINE_RULES.filter((each) => each !== 'replace')),
    inside: (value: unknown) => value === undefined || within(0, 1000)(value),
  });

const isStroke = (value: unknown) =>
  shaped(value, {
    ...{ mark: among(STROKE_MARKS), radius: length },
    points: listOf(isPoint, LIMITS.outlinePoints),
  });

const isFill = (value: unknown) => shaped(value, { mark: among(STROKE_MARKS), fill: isPoint });

const isBox = (value: unknown) =>
  value === null ||
  shaped(value, { x: Number.isFinite, y: Number.isFinite, width: length, height: length });

const from = among(PICKED_FROM);

/** What each kind of recipe is made of. */
const RECIPES: Readonly<Record<string, Fields>> = {
  reach: { from, points: listOf(isReachPoint, LIMITS.marks) },
  sweep: { from, strokes: listOf(isStroke, LIMITS.marks), box: isBox },
  marks: { from, marks: listOf((value) => isStroke(value) || isFill(value), LIMITS.marks) },
  edge: { from, way: among(EDGE_WAYS) },
  subject: {
    name: (value) => typeof value === 'string' && value.length <= LIMITS.nameLength,
    confidence: within(0, 1),
  },
  laid: { of: (value) => typeof value === 'string' && value.length <= LIMITS.nameLength },
};

export const IsRecipe = rule(
  'isRecipe',
  (value) => {
    const by = (value as { by?: unknown } | null)?.by;
    const fields = typeof by === 'string' ? RECIPES[by] : undefined;
    return fields !== undefined && shaped(value, { ...fields, by: () => true });
  },
  'must say what the part was picked by: reach points, sweeps, marks, an edge, a found subject or what it was laid from',
);

export const IsMarkedStrokes = rule(
  'isMarkedStrokes',
  listOf(isStroke, LIMITS.marks),
  'must be strokes that keep or drop',
);

const isFactor = within(RANGES.componentValue.least, RANGES.componentValue.most);

export const IsComponentMix = rule(
  'isComponentMix',
  (value) =>
    typeof value === 'object' &&
    value !== null &&
    Object.entries(value).every(([name, factor]) => isComponent(name) && isFactor(factor)),
  `must say how much each component counts: ${VIEW_COMPONENTS.join(', ')}`,
);

const isComponent = among(VIEW_COMPONENTS);
