import { type Point, projected, type Quad, rectToQuad } from '@diplex/document';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import type { SourceLevel } from '../pixels/source-level';
import { alignFrames, alignPyramids, type FrameMove, moveCorners, UNMOVED } from './align-frames';
import { alignPerspective } from './align-perspective';
import { findBrackets } from './find-brackets';
import { findGhosts, markedShare } from './find-ghosts';
import { clippedShare, type FramePixels, movedPixels, stopsBetween } from './frame-light';
import { fuseAligned } from './fuse-aligned';
import { fuseExposures, fusionWeights } from './fuse-exposures';
import { fusionShares, masksOfShares } from './fusion-masks';
import { ghostPlaces } from './ghost-places';
import { lightnessPyramid, type PyramidLevel } from './lightness-pyramid';

const [WIDTH, HEIGHT] = [600, 400];

/** Smooth noise without a period, 0..1. */
function noise(x: number, y: number, size: number): number {
  const at = (u: number, v: number) => {
    const value = Math.sin(u * 127.1 + v * 311.7 + size) * 43_758.5453;
    return value - Math.floor(value);
  };
  const [u, v] = [x / size, y / size];
  const [left, top] = [Math.floor(u), Math.floor(v)];
  const ease = (t: number) => t * t * (3 - 2 * t);
  const [fx, fy] = [ease(u - left), ease(v - top)];
  const above = at(left, top) + (at(left + 1, top) - at(left, top)) * fx;
  const below = at(left, top + 1) + (at(left + 1, top + 1) - at(left, top + 1)) * fx;
  return above + (below - above) * fy;
}

/** Light of a made-up scene: a rough wall and a bright opening, smooth enough to be sampled anywhere. */
function scene(x: number, y: number): readonly [number, number, number] {
  const beams = noise(x, y, 41);
  const stones = 0.6 * noise(x, y, 13) + 0.4 * noise(x, y, 6);
  const opening = 1 / (1 + ((x - 400) / 90) ** 6 + ((y - 150) / 70) ** 6);
  const light = 0.02 + 0.11 * beams * stones + 1.4 * opening * (0.55 + 0.45 * stones);
  return [light, light * (0.8 + 0.1 * beams), light * (0.65 + 0.2 * stones)];
}

/** What a camera makes of it, moved about the middle and exposed by so many stops. */
function shot(move: FrameMove, stops: number, moving = false): SourceLevel {
  const data = new Uint8Array(WIDTH * HEIGHT * 3);
  const size = { width: WIDTH, height: HEIGHT };
  // The scene lies under the frame as the frame has to be moved to lie on the first.
  const map = rectToQuad({ x: 0, y: 0, ...size }, moveCorners(move, size));
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const { x: u, y: v } = projected(map, { x: x + 0.5, y: y + 0.5 }) as Point;
      // A third of the frame, on the left, has walked on.
      const light = scene(moving && u < WIDTH / 3 ? u + 17 : u, v);
      for (let k = 0; k < 3; k++, i++) {
        const value = encodeExactly(Math.min(1, (light[k] as number) * 2 ** stops));
        data[i] = Math.round(255 * value);
      }
    }
  }
  return { width: WIDTH, height: HEIGHT, channels: 3, data };
}

const reference = shot(UNMOVED, 0);
const pixels = (frame: SourceLevel) => movedPixels(frame, moveCorners(UNMOVED, frame));

describe('aligning frames', () => {
  it.each([
    [{ dx: 5.3, dy: -3.6, turn: 0.35, scale: 1 }, 1.5],
    [{ dx: -21, dy: 14.5, turn: -1.2, scale: 1.004 }, -2],
    [{ dx: 0, dy: 0, turn: 0, scale: 1 }, 2.5],
  ])('finds how a frame was moved, whatever its exposure: %o', (move, stops) => {
    const found = alignFrames(reference, shot(move, stops));
    expect(Math.hypot(found.dx - move.dx, found.dy - move.dy)).toBeLessThan(0.2);
    expect(Math.abs(found.turn - move.turn)).toBeLessThan(0.02);
    expect(Math.abs(found.scale - move.scale)).toBeLessThan(0.0006);
  });

  it('is not pulled by what moved in a third of the frame', () => {
    const move = { dx: 4.2, dy: 2.7, turn: 0.3, scale: 1 };
    const found = alignFrames(reference, shot(move, 1, true));
    expect(Math.hypot(found.dx - move.dx, found.dy - move.dy)).toBeLessThan(0.5);
  });

  it.each([
    [1.5, false],
    [-1, true],
  ])(
    'finds the perspective of a camera that was tilted, %i stops apart, something moving: %s',
    (stops, moving) => {
      // Where something moves, less of a tilt can be told from it.
      const by = moving ? 0.4 : 1;
      const corners: Quad = [
        { x: 3.5 * by, y: -4 * by },
        { x: WIDTH + 11 * by, y: 9 * by },
        { x: WIDTH - 4 * by, y: HEIGHT - 3 * by },
        { x: -6 * by, y: HEIGHT + 8.5 * by },
      ];
      const [first, frame] = [reference, shot({ ...UNMOVED, corners }, stops, moving)].map(
        lightnessPyramid,
      );
      const found = alignPerspective(
        first as PyramidLevel[],
        frame as PyramidLevel[],
        alignPyramids(first as PyramidLevel[], frame as PyramidLevel[]),
        reference,
      );
      const off = corners.map(({ x, y }, i) =>
        Math.hypot(x - (found?.[i]?.x ?? 1e9), y - (found?.[i]?.y ?? 1e9)),
      );
      expect(Math.max(...off)).toBeLessThan(moving ? 0.8 : 0.4);
    },
  );

  it('says so where there is no perspective to find', () => {
    const frame = lightnessPyramid(shot({ dx: 4, dy: -3, turn: 0.4, scale: 1 }, 1));
    const first = lightnessPyramid(reference);
    const move = alignPyramids(first, frame);
    expect(alignPerspective(first, frame, move, reference)).toBe(null);
  });

  it('moves a frame onto the reference', () => {
    const move = { dx: 6.25, dy: -3.5, turn: 0.8, scale: 1 };
    const frame = movedPixels(shot(move, 0), moveCorners(move, reference));
    const first = pixels(reference);
    let [off, count] = [0, 0];
    for (let p = 0; p < first.inside.length; p++) {
      if (!frame.inside[p]) continue;
      off += Math.abs((frame.data[p * 3] as number) - (first.data[p * 3] as number));
      count++;
    }
    expect(count / first.inside.length).toBeGreaterThan(0.9);
    expect((255 * off) / count).toBeLessThan(2);
  });
});

describe('brackets', () => {
  const size = { width: WIDTH, height: HEIGHT };
  const taken = (id: string, stops: number, exposure: number | null, takenAt: string | null) => ({
    ...{ id, ...size, takenAt, exposure, picture: shot(UNMOVED, stops) },
  });

  it('are frames of one scene at different exposures, the darkest first', () => {
    const found = findBrackets([taken('light', 1, 9, null), taken('dark', -1, 11, null)]);
    expect(found.map(({ ids }) => ids)).toEqual([['dark', 'light']]);
    expect(found[0]?.stops[1]).toBeCloseTo(2, 1);
  });

  it('are none where the camera told of one exposure, or of another hour', () => {
    expect(findBrackets([taken('a', 0, 10, null), taken('b', 1, 10, null)])).toEqual([]);
    const [noon, one] = ['2026-05-01T12:00:00', '2026-05-01T13:00:00'];
    expect(findBrackets([taken('a', 0, null, noon), taken('b', 1, null, one)])).toEqual([]);
  });

  it('are found however far apart they were exposed', () => {
    const found = findBrackets([taken('dark', -4, 14, null), taken('light', 3, 7, null)]);
    expect(found.map(({ ids }) => ids)).toEqual([['dark', 'light']]);
    expect(found[0]?.stops[1]).toBeCloseTo(7, 1);
  });
});

describe('exposures', () => {
  it('differ by the stops that they were taken at, measured where both show light', () => {
    for (const stops of [-2, 1, 2.5]) {
      expect(stopsBetween(pixels(reference), pixels(shot(UNMOVED, stops)))).toBeCloseTo(stops, 1);
    }
  });

  it('that show the same have no ghosts; what moved is one', () => {
    const first = pixels(reference);
    expect(markedShare(findGhosts(first, pixels(shot(UNMOVED, 1)), 1))).toBeLessThan(0.002);
    const data = Uint8Array.from(shot(UNMOVED, 1).data);
    for (let y = 100; y < 200; y++) data.fill(250, (y * WIDTH + 60) * 3, (y * WIDTH + 160) * 3);
    for (let y = 100; y < 200; y++) data.fill(160, (y * WIDTH + 60) * 3, (y * WIDTH + 160) * 3);
    const ghosts = findGhosts(first, pixels({ ...reference, data }), 1);
    expect(ghosts[150 * WIDTH + 110]).toBe(1);
    const inside = 10_000 / (WIDTH * HEIGHT);
    expect(markedShare(ghosts)).toBeGreaterThan(inside * 0.7);
    expect(markedShare(ghosts)).toBeLessThan(inside * 1.3);
  });
});

describe('places where exposures disagree', () => {
  it('are told apart, the largest first, and specks are left out', () => {
    const moved = (data: Uint8Array, boxes: readonly (readonly [number, number, number])[]) => {
      for (const [x, y, side] of boxes) {
        for (let v = y; v < y + side; v++) {
          data.fill(150, (v * WIDTH + x) * 3, (v * WIDTH + x + side) * 3);
        }
      }
      return data;
    };
    const boxes = [
      [40, 60, 50],
      [150, 260, 80],
      [20, 20, 3],
    ] as const;
    const lighter = moved(Uint8Array.from(shot(UNMOVED, 1).data), boxes);
    const places = ghostPlaces([pixels(reference), pixels({ ...reference, data: lighter })]);
    expect(places).toHaveLength(2);
    expect(places[0]?.marks[300 * WIDTH + 190]).toBe(1);
    expect(places[1]?.marks[85 * WIDTH + 65]).toBe(1);
    expect(places[0]?.marks[85 * WIDTH + 65]).toBe(0);
    expect(ghostPlaces([pixels(reference), pixels(shot(UNMOVED, 1))])).toEqual([]);
  });
});

describe('fusing exposures', () => {
  const frames = [-2.5, 0, 2.2].map((stops) => pixels(shot(UNMOVED, stops)));

  it('gives frames that are all alike back', () => {
    const first = frames[1] as FramePixels;
    const fused = fuseExposures([first, first]);
    for (let i = 0; i < fused.length; i += 97)
      expect(fused[i]).toBeCloseTo(first.data[i] as number, 4);
  });

  it('keeps what any of them shows: hardly anything is clipped, and the opening has its texture', () => {
    const { drawn } = fuseAligned(frames);
    const clippedOf = (frame: FramePixels) => clippedShare(frame);
    expect(clippedOf(frames[2] as FramePixels)).toBeGreaterThan(0.05);
    const shown = { ...(frames[1] as FramePixels), data: drawn };
    expect(clippedOf(shown)).toBeLessThan(0.002);
    const contrast = (data: Float32Array) => {
      const values = Array.from(
        { length: 60 },
        (_, x) => data[(150 * WIDTH + 370 + x) * 3 + 1] as number,
      );
      return Math.max(...values) - Math.min(...values);
    };
    expect(contrast(drawn)).toBeGreaterThan(0.9 * contrast((frames[0] as FramePixels).data));
  });

  it('is drawn by masks, one frame over the other, as by shares', () => {
    const light = frames.map(({ data }) => data.map((value) => decodeExactly(value)));
    const wanted = (light[0] as Float32Array).map(
      (value, i) => 0.3 * value + 0.5 * (light[1]?.[i] as number) + 0.2 * (light[2]?.[i] as number),
    );
    const weights = fusionWeights(frames);
    const shares = fusionShares({ width: WIDTH, frames: light, wanted, weights });
    const masks = masksOfShares(shares);
    let worst = 0;
    for (let i = 0; i < wanted.length; i += 31) {
      const p = Math.floor(i / 3);
      const over = light.reduce((below, of, k) => {
        const cover = masks[k]?.[p] as number;
        return below * (1 - cover) + cover * (of[i] as number);
      }, 0);
      worst = Math.max(worst, Math.abs(encodeExactly(over) - encodeExactly(wanted[i] as number)));
    }
    expect(worst).toBeLessThan(1.5 / 255);
    expect(masks.every((mask) => mask.every((value) => value >= 0 && value <= 1))).toBe(true);
  });
});
