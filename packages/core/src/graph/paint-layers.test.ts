import {
  type Coat,
  type Composition,
  type Content,
  type Layer,
  laidOut,
  newComposition,
  PAINTED_TILE_SIZE,
  type PushEdge,
  placedAt,
  plainLayer,
  type Taken,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { neededPixels, renderComposition } from '../render/render-composition';
import { smoothNeeds, smoothOver } from '../retouch/smooth-over';

const SIDE = PAINTED_TILE_SIZE;
const PHOTO = 'a'.repeat(64);
const SPOT = 'b'.repeat(64);
const [WIDTH, HEIGHT] = [160, 120];
const CANVAS = { width: WIDTH, height: HEIGHT };

/** Slowly brighter to the right, with a bright dot about (40, 60) and a dark one about (110, 60). */
function pixelAt(x: number, y: number): number {
  if (Math.hypot(x - 40, y - 60) < 10) return 230;
  if (Math.hypot(x - 110, y - 60) < 6) return 10;
  return 70 + x / 2;
}

const photo = {
  ...{ width: WIDTH, height: HEIGHT, channels: 3 as const },
  data: Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => {
    const p = Math.floor(i / 3);
    return pixelAt((p % WIDTH) + 0.5, Math.floor(p / WIDTH) + 0.5);
  }),
};

/** All of it within 12 pixels of a place, less and less up to 15. */
function dot(x: number, y: number): Uint16Array {
  return Uint16Array.from({ length: SIDE * SIDE * 2 }, (_, i) => {
    if (i % 2 === 0) return 65_535;
    const far = Math.hypot(((i >> 1) % SIDE) + 0.5 - x, Math.floor((i >> 1) / SIDE) + 0.5 - y);
    return 65_535 * Math.max(0, Math.min(1, (15 - far) / 3));
  });
}

const tiles = new Map([[SPOT, dot(110, 60)]]);

const reader: PixelReader = {
  level: (source, level) => (source === PHOTO && level === 0 ? tiled(photo) : undefined),
  paintedTile: (hash) => tiles.get(hash),
};

const content: Content = { kind: 'photo', source: PHOTO, size: CANVAS };
const base = plainLayer('photo', 'Photo', content, placedAt({ x: WIDTH / 2, y: HEIGHT / 2 }));

function scene(...layers: readonly Layer[]): Composition {
  return { ...laidOut(newComposition('Coats', CANVAS), [base, ...layers]), mixIn: 'encoded' };
}

const painted = (...coats: readonly Pick<Coat, 'lays'>[]): Layer =>
  plainLayer(
    'paint',
    'Retouch',
    {
      kind: 'paint',
      coats: coats.map((coat, i) => ({
        ...{ ...coat, id: `c${i}`, strokes: 1, tiles: { '0,0': SPOT } },
      })),
    },
    placedAt({ x: 0, y: 0 }),
  );

const taken = (dx: number, dy: number, change: Partial<Taken> = {}): Pick<Coat, 'lays'> => ({
  lays: { by: 'taken', from: 'behind', onto: [1, 0, 0, 1, dx, dy], meets: 0, ...change },
});

/** The red of the picture at a place, of 255. */
function red(composition: Composition, x: number, y: number): number {
  const { data } = renderComposition(composition, { x, y, width: 1, height: 1 }, 1, reader);
  return 255 * (data[0] as number);
}

const bare = scene();

describe('coats', () => {
  it('lay a colour where they were painted, and nothing takes off what lies under it in its layer', () => {
    const colour = { by: 'colour', colour: { r: 200, g: 0, b: 0, alpha: 1 } } as const;
    const once = scene(painted({ lays: colour }));
    expect(red(once, 110, 60)).toBeCloseTo(200, 3);
    expect(red(once, 60, 60)).toBe(red(bare, 60, 60));
    const off = scene(painted({ lays: colour }, { lays: { by: 'nothing' } }));
    expect(red(off, 110, 60)).toBeCloseTo(red(bare, 110, 60), 3);
    const again = scene(painted({ lays: colour }, { lays: { by: 'nothing' } }, { lays: colour }));
    expect(red(again, 110, 60)).toBeCloseTo(200, 3);
  });

  it('lay what lies elsewhere, pixel for pixel, and change with it', () => {
    const cloned = scene(painted(taken(-70, 0)));
    for (const [x, y] of [
      [110, 60],
      [104, 55],
      [117, 66],
    ] as const) {
      expect(red(cloned, x, y)).toBeCloseTo(red(bare, x - 70, y), 4);
    }
    const darker = { ...base, opacity: 0.5 };
    const changed = { ...cloned, layers: { ...cloned.layers, photo: darker } };
    expect(red(changed, 110, 60)).not.toBeCloseTo(red(cloned, 110, 60), 0);
  });

  it('lay another layer alone, hidden or not, and nothing of one that is gone', () => {
    const other = { ...base, id: 'other', shown: false, placement: { ...base.placement, x: 150 } };
    const from = { layer: 'other' };
    const cloned = scene(other, painted(taken(0, 0, { from })));
    expect(red(cloned, 110, 60)).toBeCloseTo(pixelAt(40.5, 60.5), 3);
    const gone = scene(painted(taken(0, 0, { from: { layer: 'nobody' } })));
    expect(red(gone, 110, 60)).toBeCloseTo(red(bare, 110, 60), 3);
  });

  it('meet the tone around the place where they are laid', () => {
    // From the dark left to the bright right, beside the dot.
    const plain = scene(painted(taken(-50, -45)));
    const met = scene(painted(taken(-50, -45, { meets: 1 })));
    const around = 70 + 110 / 2;
    expect(Math.abs(red(plain, 110, 50) - around)).toBeGreaterThan(20);
    for (const [x, y] of [
      [110, 50],
      [101, 60],
      [119, 62],
    ] as const) {
      expect(Math.abs(red(met, x, y) - (70 + x / 2))).toBeLessThan(4);
    }
  });
});

describe('smoothOver', () => {
  it('covers a spot with what its surroundings are like, reading only what it named', () => {
    const lays = { by: 'colour', colour: { r: 0, g: 0, b: 0, alpha: 1 } } as const;
    const asked = scene(painted({ lays }));
    const place = { composition: asked, layer: 'paint', coat: 'c0', radius: 12 };
    const { sources, painted: named } = smoothNeeds(place);
    expect(sources.length).toBeGreaterThan(0);
    expect(named).toContain(SPOT);
    const patches = smoothOver(place, reader, {
      stopped: () => false,
      onProgress: () => undefined,
    });
    expect(patches.length).toBeGreaterThan(0);
    const coats = patches.map(({ onto, tiles: laid }, i): Coat => {
      const pairs = laid['0,0'];
      if (pairs) tiles.set(`patch${i}`, pairs);
      const own: Taken = { by: 'taken', from: 'behind', onto, meets: 1, together: 'spot' };
      return { id: `p${i}`, strokes: 1, lays: own, tiles: { '0,0': `patch${i}` } };
    });
    const paint = plainLayer(
      'paint',
      'Retouch',
      { kind: 'paint', coats },
      placedAt({ x: 0, y: 0 }),
    );
    const smooth = scene(paint);
    for (const [x, y] of [
      [110, 60],
      [106, 57],
      [114, 63],
    ] as const) {
      expect(red(bare, x, y)).toBeLessThan(60);
      expect(Math.abs(red(smooth, x, y) - (70 + x / 2))).toBeLessThan(6);
    }
  });
});

describe('what is pushed', () => {
  const all = Uint16Array.from({ length: SIDE * SIDE * 2 }, (_, i) => (i % 2 === 0 ? 8 * 16 : 0));
  tiles.set('pushed', all);
  const push = { strokes: 1, tiles: { '0,0': 'pushed' }, reach: 8 };

  it('takes pixels from where its field says, as far as its amount, its border with it', () => {
    const pushed = { ...scene(), layers: { photo: { ...base, push } } };
    expect(red(pushed, 60, 30)).toBeCloseTo(red(bare, 68, 30), 3);
    const half = { ...scene(), layers: { photo: { ...base, push: { ...push, amount: 0.5 } } } };
    expect(red(half, 60, 30)).toBeCloseTo(red(bare, 64, 30), 3);
    const none = { ...scene(), layers: { photo: { ...base, push: { ...push, amount: 0 } } } };
    expect(red(none, 60, 30)).toBe(red(bare, 60, 30));
    // What lay at the right border lies eight pixels further in, and beside it there is nothing.
    const { data } = renderComposition(pushed, { x: 150, y: 30, width: 8, height: 1 }, 1, reader);
    expect(data[3]).toBeCloseTo(1, 3);
    expect(data[7 * 4 + 3]).toBe(0);
  });

  it('leaves the border where it is, with its own colours or with those of the other side', () => {
    const withEdge = (edge: PushEdge) => ({
      ...scene(),
      layers: { photo: { ...base, push: { ...push, edge } } },
    });
    const row = { x: 140, y: 30, width: 20, height: 1 };
    const [stays, wraps] = (['stop', 'wrap'] as const).map(
      (edge) => renderComposition(withEdge(edge), row, 1, reader).data,
    );
    for (const data of [stays, wraps]) expect(data?.[19 * 4 + 3]).toBeCloseTo(1, 3);
    const shown = (data: Float32Array | undefined, x: number) => 255 * (data?.[(x - 140) * 4] ?? 0);
    // The last column goes on.
    expect(shown(stays, 158)).toBeCloseTo(Math.floor(pixelAt(159.5, 30)), 1);
    expect(shown(wraps, 150)).toBeCloseTo(Math.floor(pixelAt(158.5, 30)), 1);
    // Eight pixels to the right of 157 lies the sixth column.
    expect(shown(wraps, 157)).toBeCloseTo(Math.floor(pixelAt(5.5, 30)), 1);
  });

  it('is drawn from a smaller picture, and not more than fits, where it was carried very far and is seen from near', () => {
    const far = { ...push, reach: 900 };
    const pushed = { ...scene(), layers: { photo: { ...base, push: far } } };
    const region = { x: 4 * 60, y: 4 * 30, width: 40, height: 24 };
    const { sources } = neededPixels(pushed, region, 4, { kind: 'composition' });
    expect(sources.length).toBeGreaterThan(0);
    const near = renderComposition(pushed, region, 4, reader);
    const exact = { ...scene(), layers: { photo: { ...base, push } } };
    const wanted = renderComposition(exact, region, 4, reader);
    for (let i = 0; i < near.data.length; i += 4) {
      expect(Math.abs((near.data[i] as number) - (wanted.data[i] as number))).toBeLessThan(0.01);
    }
  });
});
