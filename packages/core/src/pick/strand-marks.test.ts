import { describe, expect, it } from 'vitest';
import { marksOfStrand } from './strand-marks';

const points = [
  { x: 1.234, y: 2 },
  { x: 9.98, y: 3.06 },
];

describe('the marks of a strand', () => {
  it('are a band for the solver, and its middle where that shows its own colour', () => {
    const [band, middle, ...others] = marksOfStrand('keep', { points, width: 4 });
    expect(band).toMatchObject({ mark: 'unsure', radius: 4 });
    expect(middle).toMatchObject({ mark: 'keep', radius: 1, points: band?.points });
    expect(others).toEqual([]);
    expect(marksOfStrand('drop', { points, width: 4 })[1]?.mark).toBe('drop');
  });

  it('are the band alone for what is hair-thin, or only said to be unsure', () => {
    expect(marksOfStrand('keep', { points, width: 1.2 })).toHaveLength(1);
    expect(marksOfStrand('unsure', { points, width: 4 })).toHaveLength(1);
  });

  it('keep places to a tenth of a pixel', () => {
    expect(marksOfStrand('keep', { points, width: 1 })[0]?.points).toEqual([
      { x: 1.2, y: 2 },
      { x: 10, y: 3.1 },
    ]);
  });
});
