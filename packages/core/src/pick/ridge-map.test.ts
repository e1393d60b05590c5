import { describe, expect, it } from 'vitest';
import { ridgeMap } from './ridge-map';

const [WIDTH, HEIGHT] = [64, 48];

/** A grey picture by a function of place. */
function picture(value: (x: number, y: number) => readonly [number, number, number]) {
  const data = new Uint8Array(WIDTH * HEIGHT * 3);
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, i += 3) data.set(value(x, y).map(Math.round), i);
  }
  return { width: WIDTH, height: HEIGHT, channels: 3 as const, data };
}

const WHOLE = { x: 0, y: 0, width: WIDTH, height: HEIGHT };
const grey = (value: number) => [value, value, value] as const;
const at = (x: number, y: number) => y * WIDTH + x;

/** How much of a line's coverage a pixel has, by how far its middle lies from it. */
const line = (off: number, half: number) => Math.max(0, Math.min(1, half + 0.5 - Math.abs(off)));

describe('ridges', () => {
  it('are strongest in the middle of a thin line, light or dark, and go its way', () => {
    for (const [ink, paper] of [
      [220, 60],
      [30, 180],
    ] as const) {
      const turn = Math.PI / 6;
      const off = (x: number, y: number) =>
        (y + 0.5 - 24) * Math.cos(turn) - (x + 0.5 - 32) * Math.sin(turn);
      const drawn = picture((x, y) => {
        const share = line(off(x, y), 0.8);
        return grey(share * ink + (1 - share) * paper);
      });
      const { strength, angle, usual } = ridgeMap(drawn, WHOLE);
      for (const x of [20, 32, 44]) {
        const middle = Math.round(24 + ((x + 0.5 - 32) * Math.sin(turn)) / Math.cos(turn) - 0.5);
        const p = at(x, middle);
        expect(strength[p]).toBeGreaterThan(0.03);
        expect(strength[p]).toBeGreaterThan(3 * (strength[at(x, middle + 5)] as number));
        expect(strength[p]).toBeGreaterThan(2 * (usual[p] as number));
        // Half turns are the same way.
        const way = angle[p] as number;
        expect(Math.abs(Math.sin(way - turn))).toBeLessThan(0.12);
      }
    }
  });

  it('are of any colour, lightness being the same', () => {
    const drawn = picture((_, y) => (Math.abs(y - 24) < 1 ? [186, 92, 92] : [92, 136, 92]));
    const { strength } = ridgeMap(drawn, WHOLE);
    expect(strength[at(32, 24)]).toBeGreaterThan(0.02);
  });

  it('are far weaker where something merely ends, and none in a ramp or a round spot', () => {
    const step = ridgeMap(
      picture((x) => grey(x < 32 ? 60 : 200)),
      WHOLE,
    );
    const thin = ridgeMap(
      picture((x) => grey(Math.abs(x - 32) < 1 ? 200 : 60)),
      WHOLE,
    );
    expect(step.strength[at(32, 24)]).toBeLessThan(0.6 * (thin.strength[at(32, 24)] as number));
    const ramp = ridgeMap(
      picture((x) => grey(60 + x)),
      WHOLE,
    );
    expect(Math.max(...ramp.strength)).toBeLessThan(0.004);
    const spot = ridgeMap(
      picture((x, y) => grey(60 + 140 * Math.exp(-((x - 32) ** 2 + (y - 24) ** 2) / 6))),
      WHOLE,
    );
    expect(spot.strength[at(32, 24)]).toBeLessThan(0.2 * (thin.strength[at(32, 24)] as number));
  });

  it('of a part are those of the whole, but for what lies beyond its border', () => {
    const drawn = picture((x, y) => grey(90 + 60 * Math.sin(x / 3) * Math.cos(y / 4)));
    const whole = ridgeMap(drawn, WHOLE);
    const part = ridgeMap(drawn, { x: 10, y: 8, width: 40, height: 30 });
    for (const [x, y] of [
      [20, 20],
      [30, 25],
      [38, 28],
    ] as const) {
      const own = part.strength[(y - 8) * 40 + x - 10] as number;
      expect(own).toBeCloseTo(whole.strength[at(x, y)] as number, 6);
    }
  });
});
