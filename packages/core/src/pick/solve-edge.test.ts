import type { Marked } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { KNOWN } from '../matting/trimap';
import { coverageTiles } from './coverage-tiles';
import { emptyMemory, localChange, type SolvedEdge } from './edge-memory';
import { MARK } from './mark';
import { pick } from './pick';
import { SegmentStopped } from './segment-task';
import { softEdge } from './soft-edge';
import { knownAfterCut, solveEdge, solveEdgeAgain } from './solve-edge';

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

  it('has the same band in a large picture, across the tiles that it is measured in', () => {
    const [width, height] = [1100, 600];
    const radius = 250;
    const off = (p: number) =>
      radius - Math.hypot((p % width) + 0.5 - 520, Math.floor(p / width) + 0.5 - 300);
    const disc = Uint8Array.from({ length: width * height }, (_, p) => (off(p) > 0 ? 1 : 0));
    const known = knownAfterCut(disc, new Uint8Array(width * height), width, height, 60);
    const wrong = known.filter((mark, p) => {
      const away = off(p);
      // Within a pixel of the band's sides either is right.
      if (Math.abs(Math.abs(away) - 30) < 1) return false;
      return mark !== (Math.abs(away) < 30 ? KNOWN.unsure : away > 0 ? KNOWN.keep : KNOWN.drop);
    });
    expect(wrong).toHaveLength(0);
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
    expect(() => pick(recipe, ground, { stopped }, { specks: 0, solved: 18 })).toThrow(
      SegmentStopped,
    );
    expect(() => solveEdge(picture, known, { stopped })).toThrow(SegmentStopped);
  });
});

describe('a band along a cut', () => {
  it('is wider where the edge is soft, found by itself', () => {
    // A block whose left edge is hard and whose right edge fades over 36 pixels, cut at one half.
    const [width, height] = [192, 96];
    const shown = (x: number) => (x < 60 ? 0 : Math.max(0, Math.min(1, (148 - x) / 36)));
    const block = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
      const a = shown(Math.floor(i / 3) % width);
      const above = [0.6, 0.3, 0.05][i % 3] as number;
      return encode(a * above + (1 - a) * ([0.05, 0.1, 0.4][i % 3] as number));
    });
    const level = () => ({ width, height, channels: 3 as const, data: block });
    const cut = Uint8Array.from({ length: width * height }, (_, p) =>
      shown(p % width) > 0.5 ? 1 : 0,
    );
    const isSoft = softEdge({ width, height, level }, cut, 4, {});
    const marks = new Uint8Array(width * height);
    const known = knownAfterCut(cut, marks, width, height, 4, isSoft);
    const row = (x: number) => known[48 * width + x];
    expect([row(122), row(125)]).toEqual([KNOWN.unsure, KNOWN.unsure]);
    const unsure = (from: number, to: number) =>
      [...known.subarray(48 * width + from, 48 * width + to)].filter(
        (mark) => mark === KNOWN.unsure,
      ).length;
    expect(unsure(40, 90)).toBeLessThan(6);
    expect(unsure(90, 180)).toBeGreaterThan(9);
    expect([row(40), row(54), row(68), row(90)]).toEqual([
      ...[KNOWN.drop, KNOWN.drop, KNOWN.keep, KNOWN.keep],
    ]);
    expect([row(104), row(160)]).toEqual([KNOWN.keep, KNOWN.drop]);
    const stopped = () => true;
    expect(() => softEdge({ width, height, level }, cut, 4, { stopped })).toThrow(SegmentStopped);
  });

  it('tells a first alpha of the whole picture, worked out on a smaller one', () => {
    const [width, height] = [640, 400];
    const shown = (x: number) => Math.max(0, Math.min(1, (400 - x) / 120));
    const level = (k: number) => {
      const [w, h] = [width >> k, height >> k];
      const data = new Uint8Array(w * h * 3).map((_, i) => {
        const a = shown(((Math.floor(i / 3) % w) + 0.5) * 2 ** k);
        const [above, below] = [[0.6, 0.3, 0.05][i % 3], [0.05, 0.1, 0.4][i % 3]];
        return encode(a * (above as number) + (1 - a) * (below as number));
      });
      return { width: w, height: h, channels: 3 as const, data };
    };
    const cut = new Uint8Array(width * height).map((_, p) => (shown(p % width) > 0.5 ? 1 : 0));
    const told: Float32Array[] = [];
    softEdge({ width, height, level }, cut, 60, { onCoarse: (alpha) => told.push(alpha) });
    const first = told[0] as Float32Array;
    expect(first).toHaveLength(width * height);
    const off = (x: number) => Math.abs((first[200 * width + x] as number) - shown(x + 0.5));
    expect(Math.max(...[100, 290, 310, 340, 370, 390, 500].map(off))).toBeLessThan(0.08);
  });
});

describe('a further mark', () => {
  const ground = { width: SIDE, height: SIDE, level: () => picture };
  const stroke = (mark: 'keep' | 'drop' | 'unsure', x: number, y: number, radius: number) => ({
    ...{ mark, radius },
    points: [{ x, y }],
  });
  const first = [stroke('keep', 32, 32, 6), stroke('drop', 4, 32, 3), stroke('drop', 60, 32, 3)];
  const recipe = (marks: readonly Marked[]) => ({
    ...{ by: 'marks' as const, from: 'layer' as const },
    marks,
  });
  const finish = { specks: 0, solved: 18 };

  it('is solved where it lies, and cut anew when it is against the cut', () => {
    const memory = emptyMemory();
    pick(recipe(first), ground, { memory }, finish);
    const { asked } = memory.last as SolvedEdge;
    // The same cut is not cut again: nothing is left to be stopped.
    const stopped = () => true;
    expect(pick(recipe(first), ground, { memory, stopped })).toEqual(pick(recipe(first), ground));
    const tap = stroke('keep', 51, 32, 1.5);
    const change = localChange(memory.last as SolvedEdge, [...first, tap], asked);
    expect(change).toBeNull();
    // The picture is small for what a mark is felt: as if it were a corner of a large one.
    const large = widened(memory.last as SolvedEdge, 640);
    const local = localChange(large, [...first, tap], asked);
    expect(local?.region).toMatchObject({ x: 0, y: 0 });
    expect(local?.region?.width).toBeLessThan(200);
    expect(local?.known[32 * 640 + 51]).toBe(KNOWN.keep);
    const reasons = [
      [...first, stroke('keep', 4, 10, 3)],
      [...first, { mark: 'keep' as const, fill: { x: 2, y: 2 } }],
      [tap, ...first],
      first,
    ];
    for (const marks of reasons) expect(localChange(large, marks, asked)).toBeNull();
    expect(localChange(large, [...first, tap], 'something else')).toBeNull();
    // A mark that is taken back changes what is known there, and nothing is cut again.
    const undone = localChange(large, [...first, stroke('drop', 32, 32, 3)], asked);
    expect(undone?.known[32 * 640 + 32]).toBe(KNOWN.drop);
    const idle = localChange(large, [...first, stroke('keep', 32, 32, 2)], asked);
    expect(idle?.region).toBeNull();
  });

  it('says nothing of what lies beyond its region', () => {
    const known = knownAfterCut(labels, none, SIDE, SIDE, 18);
    const before = solveEdge(picture, known, {});
    known[32 * SIDE + 52] = KNOWN.keep;
    const alpha = before.slice();
    solveEdgeAgain(picture, known, alpha, { x: 46, y: 26, width: 12, height: 12 }, {});
    expect(alpha[32 * SIDE + 52]).toBe(65_535);
    for (let p = 0; p < alpha.length; p++) {
      const [x, y] = [p % SIDE, Math.floor(p / SIDE)];
      if (x < 46 || x >= 58 || y < 26 || y >= 38) expect(alpha[p]).toBe(before[p]);
    }
  });
});

/** The same in the corner of a larger picture that is dropped all over. */
function widened(edge: SolvedEdge, side: number): SolvedEdge {
  const known = new Uint8Array(side * side);
  const alpha = new Uint16Array(side * side);
  for (let y = 0; y < SIDE; y++) {
    known.set(edge.known.subarray(y * SIDE, (y + 1) * SIDE), y * side);
    alpha.set(edge.alpha.subarray(y * SIDE, (y + 1) * SIDE), y * side);
  }
  return { ...edge, known, alpha, width: side, height: side };
}
