import { GRADIENT_MIXING } from '../composition';
import { LIMITS } from './limits';
import { isPoint, rule } from './rules';
import { among, type Fields, listOf, shaped, within } from './shapes';

const channel = within(0, 255);

export const isColour = (value: unknown) =>
  shaped(value, { r: channel, g: channel, b: channel, alpha: within(0, 1) });

const isStop = (value: unknown) => shaped(value, { at: within(0, 1), colour: isColour });

/** Stops go on from the first colour to the last. */
const areStops = (value: unknown) =>
  listOf(isStop, LIMITS.stops)(value) &&
  (value as { at: number }[]).every(({ at }, i, all) => i === 0 || at >= (all[i - 1]?.at ?? 0));

const leftOutOr = (holds: (value: unknown) => boolean) => (value: unknown) =>
  value === undefined || holds(value);

const gradient: Fields = {
  ...{ from: isPoint, to: isPoint, first: isColour, last: isColour },
  ...{ between: leftOutOr(areStops), mixIn: leftOutOr(among(GRADIENT_MIXING)) },
};

/** What each kind of fill is made of. */
const FILLS: Readonly<Record<string, Fields>> = {
  colour: { colour: isColour },
  straight: gradient,
  round: gradient,
  swept: gradient,
};

export const IsFillColour = rule('isFillColour', isColour, 'must be a colour with its alpha');

export function isFill(value: unknown): boolean {
  const by = (value as { by?: unknown } | null)?.by;
  const fields = typeof by === 'string' ? FILLS[by] : undefined;
  return fields !== undefined && shaped(value, { ...fields, by: () => true });
}

export const IsFill = rule(
  'isFill',
  isFill,
  'must be a fill by colour, or a straight, round or swept gradient',
);
