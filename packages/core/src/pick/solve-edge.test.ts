import { describe, expect, it } from 'vitest';
import { KNOWN } from '../matting/trimap';
import { coverageTiles } from './coverage-tiles';
import { MARK } from './mark';
import { pick } from './pick';
import { SegmentStopped } from './segment-task';
import { knownAfterCut, solveEdge } from './solve-edge';

const SIDE = 64;
/** A disc of 40 pixels across whose edge fades over ten, orange on blue. */
const alphaAt = (p: number) => {
  const off = Math.hypot((p % SIDE) + 0.5 - SIDE / 2, Math.floor(p / SIDE) + 0.5 - SIDE / 2);
  return Math.max(0, Math.min(1, (25 - off) / 10));
};
const encode = (light: number) => Math.round(255 * (1.055 * light ** (1 / 2.4) - 0.055));
const data = Uint8Array.from({ length: SIDE * SIDE * 3 }, (_, i) => {
  const a = alphaAt(Math.floor(i / 3));
  return encode(
    a * ([0.6, 0.3, 0.05][i % 3] as number) + (1 - a) * ([0.05, 0.1, 0.4][i % 3] as number),
  );
});
const picture = { width: SIDE, height: SIDE, channels: 3 as const, data };
const labels = Uint8Array.from({ length: SIDE * SIDE }, (_, p) => (alphaAt(p) > 0.5 ? 1 : 0));
const none = new Uint8Array(SIDE * SIDE);

describe('what is known after a cut', () => {
  it('is both sides but for a band along the edge', () => {
    const known = knownAfterCut(labels, none, SIDE, SIDE, 10);
    const row = (x: number) => known[32 * SIDE + x];
    expect([row(32), row(45), row(50), row(54), row(60)]).toEqual([
      ...[KNOWN.keep, KNOWN.keep, KNOWN.unsure, KNOWN.unsure, KNOWN.drop],
    ]);
  });

  it('is what was marked, whatever the cut and the band say', () => {
    const marks = none.slice();
    marks[32 * SIDE + 52] = MARK.drop;
    marks[32 * SIDE + 50] = MARK.keep;
    marks[32 * SIDE + 32] = MARK.unsure;
    const known = knownAfterCut(labels, marks, SIDE, SIDE, 10);
    expect([50, 52, 32].map((x) => known[32 * SIDE + x])).toEqual([
      ...[KNOWN.keep, KNOWN.drop, KNOWN.unsure],
    ]);
  });
});

describe('an edge that is solved', () => {
  const known = knownAfterCut(labels, none, SIDE, SIDE, 18);

  it('has the alpha that the picture was mixed with, in 16 bits', () => {
    const alpha = solveEdge(picture, known, {});
    let off = 0;
    for (let p = 0; p < alpha.length; p++)
      off += Math.abs((alpha[p] as number) / 65_535 - alphaAt(p));
    expect(off / alpha.length).toBeLessThan(0.01);
    // Not the 256 steps of a plain cut.
    expect(alpha.some((value) => value % 257 !== 0)).toBe(true);
    const tile = coverageTiles(alpha, SIDE, SIDE)['0,0'];
    expect(tile?.[(32 * 256 + 32) * 2]).toBe(65_535);
    expect(tile?.[(32 * 256 + 53) * 2]).toBe(alpha[32 * SIDE + 53]);
  });

  it('comes out of marks as well, and can be stopped', () => {
    const ground = { width: SIDE, height: SIDE, level: () => picture };
    const stroke = (mark: 'keep' | 'drop' | 'unsure', x: number) => ({
      ...{ mark, radius: 3 },
      points: [
        { x, y: 26 },
        { x, y: 38 },
      ],
    });
    const marks = [stroke('keep', 32), stroke('drop', 4), stroke('drop', 60)];
    const recipe = { by: 'marks' as const, from: 'layer' as const, marks };
    const plain = pick(recipe, ground);
    expect(plain.BYTES_PER_ELEMENT).toBe(1);
    const solved = pick(recipe, ground, {}, { specks: 0, solved: 18 });
    const at = 32 * SIDE + 53;
    expect((solved[at] as number) / 65_535).toBeCloseTo(alphaAt(at), 1);
    const stopped = () => true;
    expect(() => solveEdge(picture, known, { stopped })).toThrow(SegmentStopped);
  });
});
