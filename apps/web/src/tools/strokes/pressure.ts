import type { Brush } from '@diplex/core';

/** What the pressure of a pen may change. */
export const PRESSURE: readonly { readonly value: Brush['pressure']; readonly words: string }[] = [
  { value: 'none', words: 'none' },
  { value: 'size', words: 'size' },
  { value: 'strength', words: 'strength' },
  { value: 'flow', words: 'flow' },
];
