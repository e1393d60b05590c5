import { isPackedTable, MOST_NODES } from './colour-table/packed-table';
import type { CurvePoints, Field, ListField } from './fields';

/** A curve has so many points at most. */
export const MOST_POINTS = 16;

/** Points of a curve lie so far apart at least, across. */
export const LEAST_APART = 1 / 256;

function within(value: unknown, least: number, most: number): boolean {
  return Number.isFinite(value) && (value as number) >= least && (value as number) <= most;
}

function isCurve(value: unknown): value is CurvePoints {
  if (!Array.isArray(value) || value.length < 2 || value.length > MOST_POINTS) return false;
  const inside = value.every(
    (point) => Array.isArray(point) && point.length === 2 && point.every((v) => within(v, 0, 1)),
  );
  return (
    inside &&
    value.every(([x], i) => i === 0 || x - value[i - 1][0] >= LEAST_APART - Number.EPSILON)
  );
}

function hasNumbers(value: unknown, names: readonly string[], least: number, most: number) {
  return (
    typeof value === 'object' &&
    value !== null &&
    Object.keys(value).sort().join() === [...names].sort().join() &&
    Object.values(value).every((each) => within(each, least, most))
  );
}

/** What is wrong with a list; null when nothing is. */
function listProblem({ least, most, of, one }: ListField, value: unknown): string | null {
  if (!Array.isArray(value) || value.length < least || value.length > most) {
    return `must be a list of ${least} to ${most}`;
  }
  for (const [i, item] of value.entries()) {
    const known = typeof item === 'object' && item !== null ? Object.keys(item) : [];
    if (known.sort().join() !== Object.keys(of).sort().join()) {
      return `must have ${Object.keys(of).join(', ')} in its ${one} ${i + 1}`;
    }
    for (const [name, field] of Object.entries(of)) {
      const says = fieldProblem(field, item[name]);
      if (says) return `${says} (${field.words} of ${one} ${i + 1})`;
    }
  }
  return null;
}

type Rules = {
  readonly [Kind in Field['kind']]: {
    readonly holds: (field: Extract<Field, { kind: Kind }>, value: unknown) => boolean;
    readonly says: (field: Extract<Field, { kind: Kind }>, value: unknown) => string;
  };
};

/** What a value of each kind of field has to be. */
const RULES: Rules = {
  amount: {
    holds: ({ least, most }, value) => within(value, least, most),
    says: ({ least, most }) => `must be a number from ${least} to ${most}`,
  },
  choice: {
    holds: ({ of }, value) => of.some(([each]) => each === value),
    says: ({ of }) => `must be one of ${of.map(([each]) => each).join(', ')}`,
  },
  colour: {
    holds: (_, value) => hasNumbers(value, ['r', 'g', 'b'], 0, 255),
    says: () => 'must be a colour with r, g and b from 0 to 255',
  },
  curve: {
    holds: (_, value) => isCurve(value),
    says: () => `must be 2 to ${MOST_POINTS} points within 0..1, from left to right`,
  },
  place: {
    holds: (_, value) => hasNumbers(value, ['x', 'y'], -10, 10),
    says: () => 'must be a place with x and y from -10 to 10',
  },
  table: {
    holds: (_, value) => isPackedTable(value),
    says: () => `must be a table of colours with 2 to ${MOST_NODES} nodes along each side`,
  },
  list: {
    holds: (field, value) => listProblem(field, value) === null,
    says: (field, value) => listProblem(field, value) ?? '',
  },
};

/** What is wrong with a value of a field; null when nothing is. */
export function fieldProblem<Kind extends Field['kind']>(
  field: Extract<Field, { kind: Kind }>,
  value: unknown,
): string | null {
  const rule = RULES[field.kind as Kind];
  return rule.holds(field, value) ? null : rule.says(field, value);
}
