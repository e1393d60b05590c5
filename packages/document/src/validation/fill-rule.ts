import { isPoint, rule } from './rules';
import { type Fields, shaped, within } from './shapes';

const channel = within(0, 255);

export const isColour = (value: unknown) =>
  shaped(value, { r: channel, g: channel, b: channel, alpha: within(0, 1) });

const gradient: Fields = { from: isPoint, to: isPoint, first: isColour, last: isColour };

/** What each kind of fill is made of. */
const FILLS: Readonly<Record<string, Fields>> = {
  colour: { colour: isColour },
  straight: gradient,
  round: gradient,
};

export const IsFillColour = rule('isFillColour', isColour, 'must be a colour with its alpha');

export const IsFill = rule(
  'isFill',
  (value) => {
    const by = (value as { by?: unknown } | null)?.by;
    const fields = typeof by === 'string' ? FILLS[by] : undefined;
    return fields !== undefined && shaped(value, { ...fields, by: () => true });
  },
  'must be a fill by colour, or a straight or round gradient',
);
