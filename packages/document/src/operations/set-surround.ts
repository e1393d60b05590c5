import type { Operation } from './operation';

/** `lightness` of the surround: L*, 0 to 100. */
export const setSurround: Operation<{ lightness: number }> = {
  name: 'setSurround',
  words: (_, { lightness }) => `Surround to lightness ${lightness}`,
  change(draft, { lightness }) {
    draft.canvas.surround = lightness;
  },
};
