import { LUMA } from '@diplex/imaging';
import { defineStep, type PickedColour } from '../definition';
import { type AmountField, amount, SHARE } from '../fields';
import { CHANNELS, type Leveling, levelingOf, PARTS, unleveled, valueName } from './channels';

const NEUTRAL: Leveling = { black: 0, middle: 1, white: 1, darkest: 0, lightest: 1 };

/** The black and the white point lie so far apart at least. */
const LEAST_APART = 0.001;

/** From where to where the middle goes. */
const [LEAST_MIDDLE, MOST_MIDDLE] = [0.1, 10];

type ChannelFields<Name extends string> = Readonly<
  Record<`${Name}${'Black' | 'Middle' | 'White' | 'Darkest' | 'Lightest'}`, AmountField>
>;

const middle = (words: string) =>
  amount(words, {
    ...{ least: LEAST_MIDDLE, most: MOST_MIDDLE, track: [0.2, 3], start: 1, unit: '' },
  });

function channel<Name extends string>(name: Name, words: string): ChannelFields<Name> {
  return {
    [`${name}Black`]: amount(`${words}: black`, { ...SHARE, start: 0 }),
    [`${name}Middle`]: middle(`${words}: middle`),
    [`${name}White`]: amount(`${words}: white`, { ...SHARE, start: 1 }),
    [`${name}Darkest`]: amount(`${words}: darkest`, { ...SHARE, start: 0 }),
    [`${name}Lightest`]: amount(`${words}: lightest`, { ...SHARE, start: 1 }),
  } as ChannelFields<Name>;
}

/** Values of the first version, which had one leveling for all channels or for one of them. */
function fromFirst({ channel, ...leveling }: Record<string, unknown>): object {
  const of = (CHANNELS as readonly unknown[]).includes(channel) ? (channel as 'red') : 'all';
  const made: Record<string, unknown> = { grey: 0.5 };
  for (const each of ['all', ...CHANNELS] as const) {
    for (const part of PARTS) {
      made[valueName(each, part)] = each === of ? leveling[part] : NEUTRAL[part];
    }
  }
  return made;
}

const rounded = (value: number) => Math.round(value * 10_000) / 10_000;

/** What each channel's part becomes, by the channel's value. */
function byChannel(
  colour: PickedColour,
  part: 'black' | 'middle' | 'white',
  made: (value: number, c: number) => number,
): Record<string, number> {
  const pairs = CHANNELS.map((name, c) => [
    valueName(name, part),
    rounded(made(colour[c] as number, c)),
  ]);
  return Object.fromEntries(pairs);
}

export const levels = defineStep({
  kind: 'levels',
  version: 2,
  words: 'Levels',
  group: 'Light',
  finds: ['black point', 'white point', 'contrast', 'brighter', 'darker', 'fade', 'haze', 'grey'],
  on: 'content',
  fields: {
    black: amount('Black', { ...SHARE, start: 0 }),
    middle: middle('Middle'),
    white: amount('White', { ...SHARE, start: 1 }),
    darkest: amount('Darkest', { ...SHARE, start: 0 }),
    lightest: amount('Lightest', { ...SHARE, start: 1 }),
    ...channel('red', 'Red'),
    ...channel('green', 'Green'),
    ...channel('blue', 'Blue'),
    grey: amount('Known grey', { ...SHARE, start: 0.5 }),
  },
  neutral: (values) =>
    (['all', ...CHANNELS] as const).every((each) => {
      const leveling = levelingOf(values, each);
      return PARTS.every((part) => leveling[part] === NEUTRAL[part]);
    }),
  holds(values) {
    for (const each of ['all', ...CHANNELS] as const) {
      const { black, white } = levelingOf(values, each);
      if (white - black < LEAST_APART) {
        const field = valueName(each, 'white') as 'white';
        return { field, says: 'must lie above the black point by a thousandth at least' };
      }
    }
    return null;
  },
  picks: {
    black: {
      words: 'Black',
      asks: 'what should be black',
      from: 'input',
      take: (values, colour) =>
        byChannel(colour, 'black', (value, c) => {
          const { white } = levelingOf(values, CHANNELS[c] ?? 'red');
          return Math.min(value, white - LEAST_APART);
        }),
    },
    white: {
      words: 'White',
      asks: 'what should be white',
      from: 'input',
      take: (values, colour) =>
        byChannel(colour, 'white', (value, c) => {
          const { black } = levelingOf(values, CHANNELS[c] ?? 'red');
          return Math.max(value, black + LEAST_APART);
        }),
    },
    neutral: {
      words: 'Neutral',
      asks: 'what should be a neutral grey',
      from: 'input',
      take: (values, colour) => toGrey(values, colour, null),
    },
    grey: {
      words: 'Known grey',
      asks: 'what has the known grey',
      from: 'input',
      take: (values, colour) =>
        toGrey(values, colour, unleveled(values.grey, levelingOf(values, 'all'))),
    },
  },
  migrations: { 1: fromFirst },
  sample: { black: 0.08, middle: 1.25, white: 0.9 },
});

/** The channels' middles by which a colour becomes a grey: one as light as it was when null. */
function toGrey(
  values: Readonly<Record<string, unknown>>,
  colour: PickedColour,
  grey: number | null,
): Record<string, number> | string {
  const spread = CHANNELS.map((name, c) => {
    const { black, white } = levelingOf(values, name);
    return ((colour[c] as number) - black) / (white - black);
  });
  const luma = spread.reduce((sum, value, c) => sum + value * (LUMA[c] as number), 0);
  const wanted = grey ?? luma;
  const inside = (value: number) => value > 0.002 && value < 0.998;
  if (![wanted, ...spread].every(inside)) {
    return 'That place is too dark or too light for it. Press on a middle tone.';
  }
  return byChannel(colour, 'middle', (_, c) => {
    const found = Math.log(spread[c] as number) / Math.log(wanted);
    return Math.max(LEAST_MIDDLE, Math.min(MOST_MIDDLE, found));
  });
}
