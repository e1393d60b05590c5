import type { Brush } from '@diplex/core';
import { describe, expect, it } from 'vitest';
import { onTurned } from './turned-round';

const BRUSH: Brush = {
  ...{ radius: 9, softness: 0, strength: 1, flow: 1, pressure: 'none', value: 1 },
};
const colour = { r: 1, g: 2, b: 3 };

describe('a brush on a mask that is used turned round', () => {
  it('shows and hides what is seen', () => {
    expect(onTurned(BRUSH)?.value).toBe(0);
    expect(onTurned({ ...BRUSH, value: 0.25 })?.value).toBe(0.75);
  });

  it('moves the edge of what is seen, and its greys', () => {
    const choke = onTurned({ ...BRUSH, edge: { way: 'choke', by: 3 } });
    expect(choke?.edge).toEqual({ way: 'spread', by: 3 });
    const burn = onTurned({
      ...BRUSH,
      work: { does: 'greys', way: 'burn', tones: 'darks', by: 1 },
    });
    expect(burn?.work).toMatchObject({ way: 'dodge', tones: 'lights' });
  });

  it('keeps what belongs to what is seen', () => {
    const work = { does: 'taps' as const, keep: [colour], drop: [], range: 0.1, together: 0 };
    expect(onTurned({ ...BRUSH, work })?.work).toMatchObject({ keep: [], drop: [colour] });
  });

  it('cannot work out how sheer something is', () => {
    const work = { does: 'sheer' as const, dense: [], behind: [], spared: [], range: 0.1 };
    expect(onTurned({ ...BRUSH, work })).toBeNull();
  });
});
