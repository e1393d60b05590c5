import { isFill } from './fill-rule';
import { LIMITS } from './limits';
import { isMatrix, isTileMap, rule } from './rules';
import { type Fields, listOf, shaped, within } from './shapes';

const known = (value: unknown) => typeof value === 'string' && /^[\w-]{1,64}$/.test(value);
const isCount = (value: unknown) => Number.isInteger(value) && (value as number) >= 0;

const isSource = (value: unknown) =>
  value === 'behind' || value === 'here' || shaped(value, { layer: known });

/** What each kind of coat lays down that is no fill. */
const LAID: Readonly<Record<string, Fields>> = {
  nothing: { by: () => true },
  taken: {
    ...{ by: () => true, from: isSource, onto: isMatrix, meets: within(0, 1) },
    together: (value) => value === undefined || known(value),
  },
};

function isLaid(value: unknown): boolean {
  const by = (value as { by?: unknown } | null)?.by;
  const fields = typeof by === 'string' ? LAID[by] : undefined;
  return fields ? shaped(value, fields) : isFill(value);
}

const isCoat = (value: unknown) =>
  shaped(value, { id: known, strokes: isCount, tiles: isTileMap, lays: isLaid });

export const IsCoats = rule(
  'isCoats',
  listOf(isCoat, LIMITS.coats),
  `must be at most ${LIMITS.coats} coats of a fill, of what is taken from elsewhere or of nothing`,
);
