import { defineStep } from '../definition';
import { amount, type ItemOf, list, SHARE } from '../fields';

/** How strong detail is of which so many percent are weaker, in hundredths of an encoded value. */
const strength = (words: string) =>
  amount(words, { least: 0, most: 100, track: [0, 20], start: 1, unit: '' });

const band = {
  half: strength('Half of it, here'),
  much: strength('Most of it, here'),
  all: strength('Nearly all, here'),
  halfThere: strength('Half of it, there'),
  muchThere: strength('Most of it, there'),
  allThere: strength('Nearly all, there'),
};

/** How strong the detail of one size is in the layer, and in the picture it is borrowed from. */
export type TextureBand = ItemOf<typeof band>;

/** Detail is told apart by so many sizes, each twice the one before: from 1 to 32 pixels. */
export const BANDS = 6;

/** Detail from fine to coarse that is like sand. */
const SAND: readonly TextureBand[] = [2.4, 2.6, 1.8, 1.2, 0.8, 0.5].map((there) => ({
  ...{ half: 0.6, much: 1.4, all: 3 },
  ...{ halfThere: there, muchThere: 2.2 * there, allThere: 4 * there },
}));

export const borrowedTexture = defineStep({
  kind: 'borrowed-texture',
  version: 1,
  words: 'Texture of a picture',
  group: 'Sharpness',
  finds: ['borrow', 'surface', 'stone', 'fabric', 'rough', 'pyramid', 'detail'],
  on: 'content',
  fields: {
    strength: amount('Strength', { ...SHARE, start: 1 }),
    size: amount('Size', { least: 0.25, most: 8, track: [0.25, 4], start: 1, unit: '%' }),
    made: amount('Made up', { ...SHARE, start: 0.5 }),
    seed: amount('Seed', { least: 0, most: 9999, start: 1, unit: '' }),
    bands: list('Detail', { one: 'size', least: 0, most: BANDS, of: band, start: [] }),
  },
  neutral: ({ strength, bands }) => strength === 0 || bands.length === 0,
  sample: { bands: SAND },
});
