import { describe, expect, it } from 'vitest';
import { useComposition } from '../../bench/composition-store';
import type { PointerSample } from '../../picture/tool';
import { azimuthAlong, lightDrag } from './light-drag';

const at = (x: number, y: number): PointerSample => ({
  ...{ x, y, pressure: 1, shift: false, alt: false, otherButton: false },
});

describe('a drag along the way that light goes', () => {
  it.each([
    [{ x: 0, y: 100 }, 0],
    [{ x: -100, y: 0 }, 90],
    [{ x: 0, y: -100 }, 180],
    [{ x: 100, y: 0 }, 270],
  ])('to %o comes from %s degrees', (to, azimuth) => {
    expect(azimuthAlong({ x: 0, y: 0 }, to)).toBeCloseTo(azimuth);
  });

  it('turns while it goes on and at its end, and leaves nothing tried out when it is taken back', () => {
    const turned: string[] = [];
    const tool = lightDrag((azimuth, way) => {
      turned.push(`${way} ${azimuth}`);
      const { composition, show } = useComposition.getState();
      show(way === 'tryOut' ? composition : null);
    });
    tool.begin(at(0, 0));
    tool.move([at(0, 50)]);
    tool.end(at(0, 60));
    expect(turned).toEqual(['tryOut 0', 'perform 0']);
    for (const leave of [() => tool.cancel(), () => tool.end(at(1, 1))]) {
      tool.begin(at(0, 0));
      tool.move([at(40, 0)]);
      expect(useComposition.getState().preview).not.toBeNull();
      leave();
      expect(useComposition.getState().preview).toBeNull();
    }
    expect(turned.filter((each) => each.startsWith('perform'))).toHaveLength(1);
  });
});
