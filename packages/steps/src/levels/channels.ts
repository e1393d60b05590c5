export const CHANNELS = ['red', 'green', 'blue'] as const;
export type LevelsChannel = 'all' | (typeof CHANNELS)[number];

/** The five numbers of one channel. */
export interface Leveling {
  readonly black: number;
  readonly middle: number;
  readonly white: number;
  readonly darkest: number;
  readonly lightest: number;
}

/** The parts of a leveling, as their names begin in the values of one channel. */
export const PARTS = ['black', 'middle', 'white', 'darkest', 'lightest'] as const;

/** What a number of a channel is called among the values. */
export function valueName(channel: LevelsChannel, part: (typeof PARTS)[number]): string {
  return channel === 'all' ? part : `${channel}${part[0]?.toUpperCase()}${part.slice(1)}`;
}

export function levelingOf(
  values: Readonly<Record<string, unknown>>,
  channel: LevelsChannel,
): Leveling {
  const pairs = PARTS.map((part) => [part, values[valueName(channel, part)]]);
  return Object.fromEntries(pairs) as unknown as Leveling;
}

/**
 * What an encoded value becomes: spread between the black and the white point, to the power of one over the
 * middle, and laid between the darkest and the lightest. Below the black point it goes on straight.
 */
export function leveled(value: number, { black, middle, white, darkest, lightest }: Leveling) {
  const spread = (value - black) / (white - black);
  const toned = spread > 0 ? spread ** (1 / middle) : spread;
  return darkest + toned * (lightest - darkest);
}

/** The value that is leveled to this one; null where none is, or the darkest is as light as the lightest. */
export function unleveled(value: number, { black, middle, white, darkest, lightest }: Leveling) {
  if (lightest === darkest) return null;
  const toned = (value - darkest) / (lightest - darkest);
  return black + (toned > 0 ? toned ** middle : toned) * (white - black);
}
