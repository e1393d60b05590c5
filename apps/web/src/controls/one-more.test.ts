import { amount, list, place } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import { oneMore } from './one-more';

const at = { place: { x: 0.5, y: 0.5 } };

describe('one item more', () => {
  it('goes on along the way of places', () => {
    const path = list('Path', {
      ...{ one: 'point', least: 2, most: 9, start: [at, at] },
      of: { place: place('Place', { x: 0.5, y: 0.5 }) },
    });
    const items = [{ place: { x: 0.2, y: 0.4 } }, { place: { x: 0.3, y: 0.5 } }];
    const [, , added] = oneMore(path, items) as typeof items;
    expect(added?.place.x).toBeCloseTo(0.4, 9);
    expect(added?.place.y).toBeCloseTo(0.6, 9);
  });

  it('is as new ones are where there is no order', () => {
    const bands = list('Bands', {
      ...{ one: 'band', least: 0, most: 9, start: [] },
      of: { width: amount('Width', { least: 0, most: 9, start: 4, unit: '' }) },
    });
    expect(oneMore(bands, [{ width: 7 }])).toEqual([{ width: 7 }, { width: 4 }]);
  });
});
