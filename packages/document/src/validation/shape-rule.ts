import { SHAPE_RULES } from '../composition';
import { RANGES } from '../ranges';
import { LIMITS } from './limits';
import { isLoop, rule } from './rules';
import { among, type Fields, listOf, shaped, within } from './shapes';

const number = (value: unknown) => Number.isFinite(value);
const positive = (value: unknown) => number(value) && (value as number) > 0;
const known = (value: unknown) => typeof value === 'string' && /^[\w-]{1,64}$/.test(value);
const base: Fields = { id: known, rule: among(SHAPE_RULES), kind: () => true };
const framed: Fields = {
  ...{ ...base, x: number, y: number, width: positive, height: positive, turn: number },
};

/** What each kind of shape is made of. */
const SHAPES: Readonly<Record<string, Fields>> = {
  box: { ...framed, radius: (value) => number(value) && (value as number) >= 0 },
  oval: framed,
  polygon: {
    ...framed,
    sides: (value) =>
      Number.isInteger(value) && within(RANGES.sides.least, RANGES.sides.most)(value),
  },
  curve: {
    ...base,
    points: isLoop,
    further: (value) => value === undefined || listOf(isLoop, LIMITS.marks)(value),
  },
};

function isShape(value: unknown): boolean {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const fields = typeof kind === 'string' ? SHAPES[kind] : undefined;
  return fields !== undefined && shaped(value, fields);
}

export const IsShapes = rule(
  'isShapes',
  listOf(isShape, LIMITS.shapes),
  `must be at most ${LIMITS.shapes} boxes, ovals, polygons or curves`,
);
