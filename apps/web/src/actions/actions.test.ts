import { describe, expect, it } from 'vitest';
import { STAGES } from '../bench/stages';
import { isOf, keyWords } from './action';
import { ACTIONS } from './actions';

describe('the table of actions', () => {
  it.each(STAGES.map(({ name }) => name))(
    'gives every key one meaning at the %s stage',
    (stage) => {
      const here = ACTIONS.filter((action) => isOf(action, stage));
      const keys = here.flatMap((action) =>
        (action.keys ?? []).map((key) => [key, action.id] as const),
      );
      const twice = keys.filter(([key], i) => keys.findIndex(([other]) => other === key) !== i);
      expect(twice).toEqual([]);
    },
  );

  it('names every action once, in words', () => {
    expect(new Set(ACTIONS.map(({ id }) => id)).size).toBe(ACTIONS.length);
    expect(ACTIONS.every(({ words }) => words.length > 2)).toBe(true);
  });

  it('writes keys as they stand on a keyboard', () => {
    expect(keyWords('$mod+Shift+z')).toBe('Ctrl Shift Z');
    expect(keyWords('ArrowLeft')).toBe('←');
  });
});
