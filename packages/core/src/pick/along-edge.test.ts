import { describe, expect, it } from 'vitest';
import { type AlongEdge, EdgeDirections } from './along-edge';

const SIDE = 96;
const SAMPLES = 8;

/** How much of each pixel a rule covers. */
function coverageOf(covers: (x: number, y: number) => boolean): Float32Array {
  return Float32Array.from({ length: SIDE * SIDE }, (_, p) => {
    let inside = 0;
    for (let k = 0; k < SAMPLES * SAMPLES; k++) {
      const x = (p % SIDE) + ((k % SAMPLES) + 0.5) / SAMPLES;
      const y = Math.floor(p / SIDE) + (Math.floor(k / SAMPLES) + 0.5) / SAMPLES;
      if (covers(x, y)) inside++;
    }
    return inside / SAMPLES ** 2;
  });
}

/** How wrong what is believed about pixels that a thing partly covers is, well within the picture, and the cut about the same; and how much is believed. */
function errors(truth: Float32Array): { said: number; cut: number; trust: number } {
  const cut = truth.map((value) => (value >= 0.5 ? 1 : 0));
  const directions = new EdgeDirections({ width: SIDE, height: SIDE }, cut);
  const answer: AlongEdge = { coverage: 0, trust: 0 };
  let [said, plain, trust, count] = [0, 0, 0, 0];
  for (let y = 16; y < SIDE - 16; y++) {
    for (let x = 16; x < SIDE - 16; x++) {
      const there = truth[y * SIDE + x] as number;
      if (there === 0 || there === 1) continue;
      directions.at(x, y, answer);
      said += answer.trust * Math.abs(answer.coverage - there);
      plain += answer.trust * Math.abs((cut[y * SIDE + x] as number) - there);
      trust += answer.trust;
      count++;
    }
  }
  return { said: said / trust, cut: plain / trust, trust: trust / count };
}

describe('a cut along its edge', () => {
  it.each([
    ['nearly upright', 0.07],
    ['slanted', 0.4],
  ])('gives the coverage of an even edge that is %s', (_, lean) => {
    const { said, cut, trust } = errors(coverageOf((x, y) => x < 30.3 + lean * (y - 20)));
    expect(trust).toBeGreaterThan(0.98);
    expect(said).toBeLessThan(0.08);
    expect(said).toBeLessThan(cut / 2.5);
  });

  it('keeps a rail of one pixel and a half as wide as it is', () => {
    const truth = coverageOf((x, y) => Math.abs(x - 40 - 0.07 * y) < 0.75);
    const cut = truth.map((value) => (value >= 0.5 ? 1 : 0));
    const directions = new EdgeDirections({ width: SIDE, height: SIDE }, cut);
    const said: AlongEdge = { coverage: 0, trust: 0 };
    for (let y = 20; y < SIDE - 20; y++) {
      let wide = 0;
      for (let x = 36; x < 54; x++) {
        directions.at(x, y, said);
        wide += said.coverage;
      }
      expect(Math.abs(wide - 1.5)).toBeLessThan(0.2);
    }
    expect(errors(truth).said).toBeLessThan(0.1);
  });

  it('goes round bends', () => {
    const { said, cut, trust } = errors(coverageOf((x, y) => Math.hypot(x - 48, y - 48) < 27.4));
    expect(said).toBeLessThan(cut * 0.55);
    expect(trust).toBeGreaterThan(0.5);
  });

  it('says nothing of an edge across the grid at a half, whose steps are all alike', () => {
    const { trust } = errors(coverageOf((x, y) => x < 10.3 + y));
    expect(trust || 0).toBeLessThan(0.01);
  });

  it('says nothing where the edge has no direction: in a corner and far from any edge', () => {
    const cut = coverageOf((x, y) => x > 48 && y > 48);
    const directions = new EdgeDirections({ width: SIDE, height: SIDE }, cut);
    const said: AlongEdge = { coverage: 0, trust: 0 };
    directions.at(48, 48, said);
    expect(said).toEqual({ coverage: 1, trust: 0 });
    directions.at(10, 10, said);
    expect(said).toEqual({ coverage: 0, trust: 0 });
  });
});
