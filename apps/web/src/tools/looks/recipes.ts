import type { Step } from '@diplex/document';
import { Dice, definitionOf, newStep } from '@diplex/steps';

/** What looks are drawn from. */
export const LOOK_FAMILIES = ['light', 'colour', 'air', 'painted', 'silver'] as const;
export type LookFamily = (typeof LOOK_FAMILIES)[number];

/** A look: a name, and the steps that make it. */
export interface Look {
  readonly name: string;
  readonly steps: readonly Step[];
}

interface Recipe {
  readonly name: string;
  readonly family: LookFamily;
  /** Its steps, each a little different at every throw of the dice. */
  readonly make: (dice: Dice) => readonly Step[];
}

type Values = Readonly<Record<string, unknown>>;

function step(kind: string, values: Values, amount = 1): Step {
  return { ...newStep(definitionOf(kind), values), amount: Math.round(amount * 100) / 100 };
}

const s = (dice: Dice, from: number, to: number) =>
  Math.round(dice.between(from, to) * 1000) / 1000;

/** A curve that bends lights up and darks down, or the other way. */
function bent(by: number) {
  return [
    [0, 0],
    [0.25, 0.25 - by],
    [0.75, 0.75 + by],
    [1, 1],
  ] as const;
}

const RECIPES: readonly Recipe[] = [
  {
    ...{ name: 'Warm evening', family: 'colour' },
    make: (dice) => [
      step('white-balance', { temperature: s(dice, 25, 60), tint: s(dice, -6, 6) }),
      step('grade', {
        ...{ darksRed: s(dice, -0.1, 0.15), darksYellow: s(dice, -0.3, 0) },
        ...{ lightsRed: s(dice, 0.1, 0.3), lightsYellow: s(dice, 0.25, 0.55) },
      }),
      step('vignette', { strength: s(dice, 0.15, 0.4) }),
    ],
  },
  {
    ...{ name: 'After rain', family: 'colour' },
    make: (dice) => [
      step('white-balance', { temperature: s(dice, -55, -20), tint: s(dice, -5, 5) }),
      step('saturation', { saturation: s(dice, -0.35, -0.1) }),
      step('curves', { all: bent(s(dice, 0.02, 0.07)) }),
    ],
  },
  {
    ...{ name: 'Sea and brass', family: 'colour' },
    make: (dice) => [
      step('grade', {
        ...{ darksRed: s(dice, -0.45, -0.2), darksYellow: s(dice, -0.4, -0.15) },
        ...{ lightsRed: s(dice, 0.1, 0.3), lightsYellow: s(dice, 0.3, 0.6) },
      }),
      step('saturation', { saturation: s(dice, -0.15, 0.1) }),
    ],
  },
  {
    ...{ name: 'Faded print', family: 'colour' },
    make: (dice) => [
      step('grade', {
        ...{ darksLight: s(dice, 0.25, 0.6), lightsLight: s(dice, -0.2, 0) },
        ...{ midsRed: s(dice, 0, 0.15), midsYellow: s(dice, 0.05, 0.3) },
      }),
      step('saturation', { saturation: s(dice, -0.45, -0.2) }),
      step('grain', { darks: s(dice, 3, 7), mids: s(dice, 3, 6), lights: s(dice, 2, 4) }),
    ],
  },
  {
    ...{ name: 'Hard light', family: 'light' },
    make: (dice) => [
      step('curves', { all: bent(s(dice, 0.06, 0.12)) }),
      step('local-contrast', { contrast: s(dice, 0.3, 0.8) }),
      step('vignette', { strength: s(dice, 0.25, 0.55) }),
    ],
  },
  {
    ...{ name: 'Soft light', family: 'light' },
    make: (dice) => [
      step('curves', { all: bent(s(dice, -0.07, -0.03)) }),
      step('bloom', {
        ...{ strength: s(dice, 0.4, 1), limit: s(dice, 0.5, 0.7), size: s(dice, 30, 90) },
      }),
    ],
  },
  {
    ...{ name: 'Spotlight', family: 'light' },
    make: (dice) => [
      step('vignette', {
        ...{ strength: s(dice, 0.6, 0.95), size: s(dice, 0.45, 0.7), roundness: 1 },
        middle: { x: s(dice, 0.4, 0.6), y: s(dice, 0.4, 0.6) },
      }),
      step('exposure', { stops: s(dice, 0.1, 0.4) }),
    ],
  },
  {
    ...{ name: 'Night', family: 'light' },
    make: (dice) => [
      step('exposure', { stops: s(dice, -2.2, -1.3) }),
      step('white-balance', { temperature: s(dice, -80, -40), tint: s(dice, -8, 4) }),
      step('bloom', { strength: s(dice, 0.8, 1.6), limit: 0.4, size: s(dice, 20, 60) }),
    ],
  },
  {
    ...{ name: 'Haze', family: 'air' },
    make: (dice) => [
      step('grade', { darksLight: s(dice, 0.35, 0.7), darksYellow: s(dice, -0.25, 0.1) }),
      step('bloom', { strength: s(dice, 0.4, 0.8), limit: 0.45, size: s(dice, 60, 140) }),
    ],
  },
  {
    ...{ name: 'Dream', family: 'air' },
    make: (dice) => [
      step('depth', {
        ...{ size: s(dice, 8, 18), falls: 'round', focus: { x: 0.5, y: 0.5 } },
        ...{ far: { x: s(dice, 0.9, 1.1), y: 0.5 }, clear: s(dice, 0.35, 0.5), bloom: 2 },
      }),
      step('bloom', { strength: s(dice, 0.4, 0.9), limit: 0.55, size: s(dice, 40, 90) }),
    ],
  },
  {
    ...{ name: 'Rush', family: 'air' },
    make: (dice) => [
      step('rushing-blur', { growth: s(dice, 0.08, 0.25) }, s(dice, 0.5, 0.8)),
      step('curves', { all: bent(s(dice, 0.03, 0.07)) }),
    ],
  },
  {
    ...{ name: 'Broad brush', family: 'painted' },
    make: (dice) => [
      step('strokes', {
        ...{
          size: s(dice, 18, 36),
          detail: s(dice, 0.3, 0.6),
          seed: Math.floor(dice.between(0, 999)),
        },
      }),
      step('saturation', { saturation: s(dice, 0.05, 0.25) }),
    ],
  },
  {
    ...{ name: 'Oils', family: 'painted' },
    make: (dice) => [
      step('oil', { size: s(dice, 6, 14) }),
      step('local-contrast', { contrast: s(dice, 0.1, 0.4) }),
    ],
  },
  {
    ...{ name: 'Poster', family: 'painted' },
    make: (dice) => [
      step('oil', { size: s(dice, 8, 14), sharp: 14 }),
      step('posterise', { tones: Math.round(dice.between(4, 8)) }, s(dice, 0.5, 0.9)),
      step('saturation', { saturation: s(dice, 0.15, 0.4) }),
    ],
  },
  {
    ...{ name: 'Silver', family: 'silver' },
    make: (dice) => [
      step('monochrome', {}),
      step('curves', { all: bent(s(dice, 0.03, 0.1)) }),
      step('grain', {
        darks: s(dice, 2, 6),
        mids: s(dice, 3, 6),
        lights: s(dice, 1, 3),
        colour: 0,
      }),
    ],
  },
  {
    ...{ name: 'Toned print', family: 'silver' },
    make: (dice) => [
      step('monochrome', {}),
      step('grade', {
        ...{ darksRed: s(dice, 0, 0.2), darksYellow: s(dice, -0.25, 0.2) },
        ...{ lightsRed: s(dice, 0, 0.15), lightsYellow: s(dice, 0.15, 0.45) },
      }),
    ],
  },
];

/** Looks drawn from families by the dice: the same for the same seed. */
export function drawnLooks(families: readonly LookFamily[], seed: number, count: number): Look[] {
  const dice = new Dice(seed, 3, 71);
  const known = RECIPES.filter(({ family }) => families.includes(family));
  const order = known
    .map((recipe) => ({ recipe, at: dice.next() }))
    .sort((a, b) => a.at - b.at)
    .map(({ recipe }) => recipe);
  return Array.from({ length: Math.min(count, order.length * 2) }, (_, i) => {
    const recipe = order[i % order.length] as Recipe;
    return { name: recipe.name, steps: recipe.make(new Dice(seed, i, 73)) };
  });
}
