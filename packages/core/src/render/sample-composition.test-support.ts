import {
  COMBINE_RULES,
  type Coat,
  type Composition,
  type Content,
  cornersOf,
  FALLOFFS,
  GROUP_MIXING,
  intersectRects,
  isEmpty,
  LAYER_BLENDINGS,
  type Layer,
  type LayerEdge,
  laidOut,
  type Mask,
  type MaskPart,
  type MaskUse,
  newComposition,
  PAINTED_TILE_SIZE,
  type PaintContent,
  placedAt,
  plainBend,
  plainLayer,
  type Quad,
  RAMP_SHAPES,
  type Rect,
  type ScenePlane,
  SHADOW_FALLS,
  type ShapeContent,
  TONE_COMPONENTS,
  type Warp,
} from '@diplex/document';
import { STEPS } from '@diplex/steps';
import fc from 'fast-check';
import { halveLevel } from '../pixels/halve-level';
import type { PixelReader } from '../pixels/pixel-reader';
import type { SourceLevel } from '../pixels/source-level';
import { tiled } from '../pixels/tiled-level';
import { anyStep } from './any-step.test-support';

const PHOTO = 'a'.repeat(64);
const CUT_OUT = 'b'.repeat(64);
const TILE = 'c'.repeat(64);
const DOT = 'd'.repeat(64);
const SWIRL = 'e'.repeat(64);

function noise(seed: number): number {
  const x = Math.sin(seed * 12.9898) * 43758.5453;
  return x - Math.floor(x);
}

function level(width: number, height: number, channels: 3 | 4): SourceLevel {
  const data = Uint8Array.from({ length: width * height * channels }, (_, i) => noise(i) * 256);
  return { width, height, channels, data };
}

const sources = new Map(
  (
    [
      [PHOTO, level(90, 70, 3)],
      [CUT_OUT, level(90, 70, 4)],
    ] as const
  ).map(([hash, first]) => {
    const second = halveLevel(first, (samples) => new Uint8Array(samples));
    return [hash, [tiled(first), tiled(second)]];
  }),
);

const tile = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => noise(i) * 65535);

/** A soft dot about (40, 36), of radius 22. */
const dot = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => {
  if (i % 2 === 0) return 65535;
  const [x, y] = [(i >> 1) % PAINTED_TILE_SIZE, Math.floor((i >> 1) / PAINTED_TILE_SIZE)];
  return 65535 * Math.max(0, Math.min(1, 1.5 - Math.hypot(x - 40, y - 36) / 15));
});

/** Pushed round about (20, 18) in cells, up to nine pixels far. */
const swirl = Uint16Array.from({ length: PAINTED_TILE_SIZE ** 2 * 2 }, (_, i) => {
  const [x, y] = [(i >> 1) % PAINTED_TILE_SIZE, Math.floor((i >> 1) / PAINTED_TILE_SIZE)];
  const [dx, dy] = [x - 20, y - 18];
  const far = 9 * Math.max(0, 1 - Math.hypot(dx, dy) / 16);
  const pushed = (far * (i % 2 === 0 ? -dy : dx)) / Math.max(1, Math.hypot(dx, dy));
  return Math.round(pushed * 16) & 0xffff;
});

const tiles = new Map([
  [SWIRL, swirl],
  [TILE, tile],
  [DOT, dot],
]);

/** Pixels for `anyComposition`. */
export const sampleReader: PixelReader = {
  level: (source, level) => sources.get(source)?.[level],
  paintedTile: (hash) => tiles.get(hash),
};

const amount = fc.double({ min: 0, max: 1, noNaN: true });
const place = fc.double({ min: -20, max: 110, noNaN: true });
const extent = fc.double({ min: 0, max: 80, noNaN: true });

const partBase = {
  name: fc.constant('Part'),
  shown: fc.boolean(),
  combine: fc.constantFrom(...COMBINE_RULES),
  feather: fc.constantFrom(0, 0, 0.7, 5, 40),
  inverted: fc.boolean(),
  amount: fc.constantFrom(undefined, 1, 0.4),
};

const frame = {
  ...{ x: place, y: place, width: extent, height: extent },
  turn: fc.constantFrom(undefined, 0, 33),
};

const point = fc.record({ x: place, y: place });

const anyPart: fc.Arbitrary<Omit<MaskPart, 'id'>> = fc.oneof(
  fc.record({ ...partBase, kind: fc.constant('box' as const), ...frame }),
  fc.record({ ...partBase, kind: fc.constant('oval' as const), ...frame }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('outline' as const) },
    points: fc.array(fc.record({ x: place, y: place, out: fc.option(point, { nil: undefined }) }), {
      minLength: 3,
      maxLength: 6,
    }),
  }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('picked' as const) },
    recipe: fc.constant({ by: 'subject' as const, name: 'Figure', confidence: 0.5 }),
    tiles: fc.constant({ '0,0': TILE }),
  }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('ramp' as const), from: point },
    to: fc.record({ x: fc.constant(130), y: place }),
    shape: fc.constantFrom(...RAMP_SHAPES),
    falloff: fc.constantFrom(...FALLOFFS),
    ...{ inner: fc.constantFrom(0, 0.4), ratio: fc.constantFrom(1, 0.5) },
    curve: fc.constant([0.2, 0.7, 0.4, 1] as const),
  }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('tones' as const) },
    component: fc.constantFrom(...TONE_COMPONENTS),
    of: fc.constantFrom('own' as const, 'behind' as const, { layer: 'l1' }),
    ...{ low: fc.constant([0.2, 0.5] as const), high: fc.constant([0.7, 0.9] as const) },
  }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('component' as const) },
    mix: fc.constantFrom({ red: 1 }, { 'OKLab b': 1.4, lightness: -0.5 }),
    of: fc.constantFrom('own' as const, 'behind' as const, { layer: 'l1' }),
    ...{ black: fc.constantFrom(0.1, 0.9), white: fc.constant(0.6) },
    ...{ gamma: fc.constantFrom(1, 1.7), samples: fc.constant([]) },
  }),
  fc.record({
    ...{ ...partBase, kind: fc.constant('painted' as const), strokes: fc.constant(1) },
    tiles: fc.constant({ '0,0': TILE }),
  }),
);

const anyMask: fc.Arbitrary<Omit<Mask, 'id'>> = fc.record({
  name: fc.constant('Mask'),
  startsFrom: fc.constantFrom('empty' as const, 'full' as const),
  parts: fc
    .array(anyPart, { maxLength: 4 })
    .map((parts) => parts.map((part, i) => ({ ...part, id: `p${i}` }) as MaskPart)),
  feather: fc.constantFrom(0, 0, 1.3, 20),
  choke: fc.constantFrom(undefined, 0, 1.4, -2.6),
  evened: fc.constantFrom(undefined, 0, 2),
  firm: fc.constantFrom(undefined, 0, 0.6),
  push: fc.constantFrom<Mask['push']>(undefined, undefined, undefined, {
    ...{ strokes: 1, tiles: { '0,0': SWIRL }, reach: 9 },
  }),
});

const anyEdge: fc.Arbitrary<LayerEdge> = fc.record({
  fringe: fc.constantFrom(undefined, undefined, 0.8),
  fringeWidth: fc.constantFrom(undefined, 3),
  fringeWhere: fc.constantFrom(undefined, 'visible' as const),
  fringeBrushed: fc.constantFrom(undefined, undefined, { strokes: 1, tiles: { '0,0': TILE } }),
  tint: fc.constantFrom(undefined, undefined, 0.5),
  tintWidth: fc.constantFrom(undefined, 4),
  wrap: fc.constantFrom(undefined, undefined, 0.6),
  wrapWidth: fc.constantFrom(undefined, 8),
});

/** Tones by which a layer shows. */
const WINDOW = {
  component: 'lightness' as const,
  low: [0.1, 0.4] as const,
  high: [0.7, 0.9] as const,
};

const compositing = {
  shown: fc.constantFrom(true, true, false),
  // A float has no room for the smallest amounts; nobody sets them.
  opacity: fc.oneof(
    fc.constant(1),
    amount.map((value) => (value < 1e-6 ? 0 : value)),
  ),
  blending: fc.constantFrom('normal' as const, ...LAYER_BLENDINGS),
  byTone: fc.option(
    fc.record({
      own: fc.constantFrom(null, WINDOW),
      behind: fc.constantFrom(null, { ...WINDOW, component: 'red' as const }),
      follows: fc.boolean(),
    }),
    { freq: 3, nil: null },
  ),
  edge: anyEdge,
  mask: fc.option(anyMask, { nil: null }),
  turnedRound: fc.boolean(),
  linked: fc.boolean(),
  density: fc.constantFrom(undefined, 0.7),
};

/** Ways in which a thing of 90 by 70 pixels is bent and drawn out of square; most lie as they are. */
const anyWarp: fc.Arbitrary<Warp | null> = fc.oneof(
  { weight: 3, arbitrary: fc.constant(null) },
  {
    weight: 1,
    arbitrary: fc
      .tuple(
        fc.array(fc.integer({ min: -14, max: 14 }), { minLength: 8, maxLength: 8 }),
        fc.array(fc.double({ min: -0.09, max: 0.09, noNaN: true }), {
          ...{ minLength: 24, maxLength: 24 },
        }),
        fc.constantFrom('corners', 'bend', 'both'),
      )
      .map(([moved, bent, way]): Warp => {
        const box = { x: 0, y: 0, width: 90, height: 70 };
        const corners = cornersOf(box).map(({ x, y }, i) => ({
          ...{ x: x + (moved[2 * i] as number), y: y + (moved[2 * i + 1] as number) },
        })) as unknown as Quad;
        const plain = plainBend(3, 2);
        const points = plain.points.map(({ x, y }, i) => ({
          ...{ x: x + (bent[2 * i] as number), y: y + (bent[2 * i + 1] as number) },
        }));
        return {
          box,
          corners: way === 'bend' ? null : corners,
          bend: way === 'corners' ? null : { ...plain, points },
        };
      }),
  },
);

/** A wall that goes back to the right. */
const WALL: ScenePlane = {
  ...{ id: 'wall', name: 'Wall', size: { width: 70, height: 60 } },
  corners: [
    { x: 5, y: 4 },
    { x: 88, y: 20 },
    { x: 84, y: 60 },
    { x: 8, y: 76 },
  ],
};

/** What was pushed: nothing in most, a swirl of a few pixels in some. */
const anyPush = fc.constantFrom<Layer['push']>(
  ...[undefined, undefined, null, undefined],
  { strokes: 1, tiles: { '0,0': SWIRL }, reach: 9 },
  { strokes: 2, tiles: { '0,0': SWIRL }, reach: 9, amount: 0.5 },
  { strokes: 1, tiles: { '0,0': SWIRL }, reach: 9, edge: 'stop' as const },
  { strokes: 1, tiles: { '0,0': SWIRL }, reach: 9, edge: 'wrap' as const },
);

const lying = {
  push: anyPush,
  warp: anyWarp,
  plane: fc.constantFrom(null, null, null, 'wall'),
  laidFlat: fc.constantFrom(false, false, false, true),
};

/** What a layer without a photograph is made of. */
const SHAPES: ShapeContent = {
  kind: 'shape',
  shapes: [
    {
      ...{ id: 's0', kind: 'box', rule: 'unite', turn: 12, radius: 9 },
      ...{ x: 4, y: 6, width: 70, height: 50 },
    },
    {
      ...{ id: 's1', kind: 'oval', rule: 'subtract', turn: 0 },
      ...{ x: 30, y: 20, width: 26, height: 22 },
    },
    {
      ...{ id: 's2', kind: 'polygon', rule: 'exclude', turn: 0, sides: 5 },
      ...{ x: 48, y: 30, width: 40, height: 40 },
    },
  ],
  fill: {
    ...{ by: 'straight', from: { x: 0, y: 0 }, to: { x: 90, y: 70 } },
    first: { r: 220, g: 90, b: 10, alpha: 1 },
    last: { r: 10, g: 60, b: 200, alpha: 0.6 },
  },
  stroke: { width: 3, place: 'middle', colour: { r: 250, g: 250, b: 240, alpha: 0.8 } },
};

const DASHED: ShapeContent = {
  ...SHAPES,
  stroke: {
    ...{ width: 5, place: 'outside', colour: { r: 20, g: 40, b: 30, alpha: 1 } },
    dashes: { length: 9, gap: 5 },
  },
};

const photo = (source: string): Content => ({
  kind: 'photo',
  ...{ source, size: { width: 90, height: 70 } },
});

const turned = [0.8, 0.3, -0.3, 0.8, 5, -4] as const;

/** Any coats: fills, pixels from behind and from other layers, moved, turned and met, and what takes away. */
const anyPaint: fc.Arbitrary<PaintContent> = fc
  .array(
    fc.record({
      lays: fc.oneof(
        fc.constant({ by: 'colour' as const, colour: { r: 200, g: 40, b: 90, alpha: 0.7 } }),
        fc.constant(SHAPES.fill as NonNullable<ShapeContent['fill']>),
        fc.constant({ by: 'nothing' as const }),
        fc.record({
          by: fc.constant('taken' as const),
          from: fc.constantFrom(
            'behind' as const,
            'here' as const,
            { layer: 'l1' },
            { layer: 'g0' },
          ),
          onto: fc.constantFrom([1, 0, 0, 1, 12, -7] as const, turned),
          meets: fc.constantFrom(0, 0.8),
        }),
      ),
      tiles: fc.constantFrom<Coat['tiles']>(
        { '0,0': TILE },
        { '0,0': DOT },
        { '-1,0': TILE, '0,0': DOT },
      ),
      ...{ strokes: fc.constant(1) },
    }),
    { maxLength: 3 },
  )
  .map((coats) => ({
    kind: 'paint',
    coats: coats.map((coat, i) => ({ ...coat, id: `c${i}` })),
  }));

const anyLayer = fc.record({
  ...compositing,
  ...lying,
  placement: fc.record({
    ...{ x: place, y: place },
    scaleX: fc.double({ min: 0.3, max: 2, noNaN: true }),
    scaleY: fc.double({ min: 0.3, max: 2, noNaN: true }),
    turn: fc.constantFrom(0, 0, 90, 17, -140),
    ...{ mirrorAcross: fc.boolean(), mirrorDown: fc.boolean() },
    skew: fc.constantFrom(undefined, undefined, 20),
  }),
  content: fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(PHOTO, CUT_OUT).map(photo) },
    { weight: 1, arbitrary: fc.constantFrom(SHAPES, DASHED) },
    { weight: 1, arbitrary: anyPaint },
  ),
});

const anyGroup = fc.record({
  ...compositing,
  ...lying,
  mixing: fc.constantFrom(...GROUP_MIXING),
  placement: fc.record({
    ...{ x: fc.integer({ min: -9, max: 20 }), y: fc.constantFrom(0, 3.4) },
    ...{ scaleX: fc.constantFrom(1, 1, 0.8), scaleY: fc.constant(1) },
    turn: fc.constantFrom(0, 0, 12),
    ...{ mirrorAcross: fc.boolean(), mirrorDown: fc.constant(false) },
  }),
  /** Which of the things there are it takes in, and how many. */
  ...{ from: fc.nat(5), count: fc.integer({ min: 0, max: 3 }) },
});

/** Another showing of the first layer or group, which stands nearest. */
const anyShowing = fc.record({
  ...compositing,
  of: fc.constantFrom('l0', 'g0'),
  placement: fc.record({
    ...{ x: place, y: place, scaleX: fc.constantFrom(1, 0.6), scaleY: fc.constant(0.8) },
    turn: fc.constantFrom(0, 25),
    ...{ mirrorAcross: fc.boolean(), mirrorDown: fc.constant(false) },
  }),
});

/** The canvas of `anyComposition`, in pixels. */
export const SAMPLE_CANVAS = { width: 96, height: 80 };

const STEP_MASK: Omit<Mask, 'id'> = {
  ...{ name: 'Step mask', startsFrom: 'empty', feather: 2 },
  parts: [
    {
      ...{ id: 'p0', kind: 'oval', name: 'Oval', shown: true, combine: 'add', feather: 0 },
      ...{ inverted: false, x: 10, y: 5, width: 60, height: 50 },
    },
    {
      ...{ id: 'p1', kind: 'tones', name: 'Tones', shown: true, combine: 'intersect', feather: 1 },
      ...{ inverted: false, component: 'lightness', of: 'own', low: [0.1, 0.3], high: [0.8, 1] },
    },
  ],
};

const ALL_KINDS = STEPS.map(({ definition }) => definition);

/** What is brushed of steps. */
const BRUSHED = { '0,0': TILE };

/** Up to three steps, for a layer or a group; most have none, so that the rest is tried by itself. */
const anyChain = fc.oneof(
  { weight: 2, arbitrary: fc.constant([]) },
  { weight: 1, arbitrary: fc.array(anyStep('steps', ALL_KINDS, BRUSHED), { maxLength: 3 }) },
);

const ON_GLASS = ALL_KINDS.filter(({ on }) => on === 'content');

/** A glass, and how near it stands. */
const anyGlass = fc.record({
  ...compositing,
  steps: fc.array(anyStep('steps', ON_GLASS, BRUSHED), { minLength: 1, maxLength: 3 }),
  at: fc.nat(5),
});

/** A shadow, and of which layer; it stands behind everything but the farthest. */
const anyShadow = fc.record({
  ...{ kind: fc.constant('shadow' as const), of: fc.constantFrom('l0', 'l1', 'g0') },
  falls: fc.constantFrom(...SHADOW_FALLS),
  azimuth: fc.integer({ min: 0, max: 359 }),
  elevation: fc.integer({ min: -50, max: 70 }),
  foot: fc.record({ x: fc.integer({ min: 5, max: 60 }), y: fc.integer({ min: 20, max: 70 }) }),
  height: fc.integer({ min: 10, max: 60 }),
  ...{ away: fc.constantFrom(0, 0.3, 0.8), tilt: fc.constantFrom(0, 0.4) },
  ...{ softness: fc.constantFrom(0, 0.3, 1), contact: fc.constantFrom(0, 0.7) },
  fade: fc.constantFrom(0, 0.8),
  // One colour all over: where a curve bends sharply at it, its last digit would be seen everywhere at once.
  colour: fc.constantFrom({ r: 0, g: 0, b: 0, alpha: 0.8 }, { r: 0, g: 0, b: 0, alpha: 1 }),
});

/** Any composition of up to four layers in up to two groups, one perhaps in the other, and a glass. */
export const anyComposition: fc.Arbitrary<Composition> = fc
  .tuple(
    fc.array(fc.tuple(anyLayer, anyChain), { maxLength: 4 }),
    fc.array(fc.tuple(anyGroup, anyChain), { maxLength: 2 }),
    fc.constantFrom('light' as const, 'encoded' as const),
    fc.array(anyGlass, { maxLength: 1 }),
    fc.option(anyShowing, { nil: null, freq: 3 }),
    fc.option(anyShadow, { nil: null, freq: 2 }),
  )
  .map(([layers, groups, mixIn, glasses, showing, shadow]) => {
    const masks: Mask[] = [{ ...STEP_MASK, id: 'steps' }];
    const used = (
      mask: Omit<Mask, 'id'> | null,
      id: string,
      use: Omit<MaskUse, 'mask' | 'lies'>,
    ) => {
      if (!mask) return null;
      masks.push({ ...mask, id });
      return { ...use, mask: id, lies: [1, 0, 0, 1, 0, 0] as const };
    };
    const made: Layer[] = layers.map(
      ([{ mask, turnedRound, linked, density, content, placement, ...rest }, steps], i) => ({
        ...plainLayer<Content>(`l${i}`, 'Layer', content, placement),
        ...{ ...rest, steps },
        maskUse: used(mask, `m${i}`, { turnedRound, linked, density }),
      }),
    );
    for (const { mask, turnedRound, linked, density, at, ...rest } of glasses) {
      made.splice(at % (made.length + 1), 0, {
        ...plainLayer('glass', 'Glass', { kind: 'glass' }, placedAt({ x: 0, y: 0 })),
        ...rest,
        maskUse: used(mask, 'mg', { turnedRound, linked, density }),
      });
    }
    const empty = { ...newComposition('Any', SAMPLE_CANVAS), mixIn };
    const flat = laidOut(empty, made);
    let root: readonly string[] = flat.root;
    const bracketed = groups.map(([each, steps], i): Layer => {
      const { mask, turnedRound, linked, density, mixing, placement, from, count, ...rest } = each;
      const at = from % (root.length + 1);
      const children = root.slice(at, at + count);
      root = [...root.slice(0, at), `g${i}`, ...root.slice(at + count)];
      return {
        ...plainLayer(`g${i}`, 'Group', { kind: 'group', children, mixing }, placement),
        ...{ ...rest, steps },
        maskUse: used(mask, `n${i}`, { turnedRound, linked, density }),
      };
    });
    const original = showing && [...made, ...bracketed].find(({ id }) => id === showing.of);
    const again: Layer[] = [];
    if (showing && original) {
      const { mask, turnedRound, linked, density, of, placement, ...rest } = showing;
      const size = 'size' in original.content ? { size: original.content.size } : {};
      again.push({
        ...plainLayer<Content>('again', 'Again', { kind: 'showing', of, ...size }, placement),
        ...rest,
        maskUse: used(mask, 'ma', { turnedRound, linked, density }),
      });
      root = [...root, 'again'];
    }
    if (shadow) {
      again.push({
        ...plainLayer<Content>('shade', 'Shade', shadow, placedAt({ x: 0, y: 0 })),
        blending: 'multiply',
      });
      root = [...root.slice(0, 1), 'shade', ...root.slice(1)];
    }
    const grouped = { ...laidOut(flat, [...made, ...bracketed, ...again]), root };
    const all = Object.fromEntries(masks.map((mask) => [mask.id, mask]));
    return { ...grouped, masks: all, planes: { wall: WALL } };
  });

/** Layers that are all tinted, with masks of the tones of what lies behind: each looks at all behind it. */
export function manyTinted(count: number): Composition {
  const masks: Mask[] = [];
  const layers = Array.from({ length: count }, (_, i): Layer => {
    const tones: MaskPart = {
      ...{ id: 't', kind: 'tones', name: 'Tones', shown: true, combine: 'add', feather: 1 },
      ...{ inverted: false, component: 'lightness', of: 'behind', low: [0, 0.3], high: [0.7, 0.9] },
    };
    masks.push({ id: `m${i}`, name: 'Mask', startsFrom: 'empty', parts: [tones], feather: 0 });
    const content = {
      kind: 'photo' as const,
      ...{ source: PHOTO, size: { width: 90, height: 70 } },
    };
    return {
      ...plainLayer(`l${i}`, 'Layer', content, placedAt({ x: 40 + i, y: 40 })),
      edge: { tint: 0.4, tintWidth: 4 },
      maskUse: { mask: `m${i}`, linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
    };
  });
  return laidOut(newComposition('Tinted', SAMPLE_CANVAS), layers, masks);
}

/** A region in squares, those at its end smaller. */
export function tilesOf(region: Rect, side: number): Rect[] {
  const tiles: Rect[] = [];
  for (let y = region.y; y < region.y + region.height; y += side) {
    for (let x = region.x; x < region.x + region.width; x += side) {
      const tile = intersectRects({ x, y, width: side, height: side }, region);
      if (!isEmpty(tile)) tiles.push(tile);
    }
  }
  return tiles;
}
