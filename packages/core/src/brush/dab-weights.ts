import type { Rect } from '@diplex/document';
import { oklabOf } from '@diplex/imaging';
import { meanOf } from '../pick/reach';
import type { SourceLevel } from '../pixels/source-level';
import { likenessOf } from './colour-likeness';

/** Where a touch lies and how large it is. */
export interface Touch {
  /** Its centre, in mask pixels. */
  readonly x: number;
  readonly y: number;
  /** In composition pixels. */
  readonly radius: number;
  /** Degrees, clockwise. */
  readonly angle: number;
}

/** A tip's picture: how much each of its pixels paints, 0..1. */
export interface TipImage {
  readonly width: number;
  readonly height: number;
  readonly weight: Float32Array;
}

type Linear = readonly [a: number, b: number, c: number, d: number];

/** The tip that a picture makes: its light places paint, or its dark ones when its border is light. */
export function tipOf({ width, height, channels, data }: SourceLevel): TipImage {
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const weight = new Float32Array(width * height).map((_, p) => {
    const i = p * channels;
    const [r, g, b] = [data[i], data[i + 1], data[i + 2]] as [number, number, number];
    const light = (0.2126 * r + 0.7152 * g + 0.0722 * b) / top;
    return channels === 4 ? (light * (data[i + 3] as number)) / top : light;
  });
  let border = 0;
  for (let x = 0; x < width; x++) {
    border += (weight[x] as number) + (weight[(height - 1) * width + x] as number);
  }
  if (border / (2 * width) < 0.5) return { width, height, weight };
  return { width, height, weight: weight.map((value) => 1 - value) };
}

/** How much each mask pixel of `area` is painted by one touch of a round tip. */
export function roundWeights(
  touch: Touch,
  softness: number,
  map: Linear,
  area: Rect,
): Float32Array {
  const fall = Math.max(1, touch.radius * softness);
  const full = touch.radius + 0.5 - fall;
  return overArea(touch, map, area, (u, v) => {
    const distance = Math.hypot(u, v);
    if (distance >= full + fall) return 0;
    if (distance <= full) return 1;
    const t = (full + fall - distance) / fall;
    return t * t * (3 - 2 * t);
  });
}

/** How much each mask pixel of `area` is painted by one touch of a picture, whose square it fills. */
export function tipWeights(touch: Touch, tip: TipImage, map: Linear, area: Rect): Float32Array {
  const turn = (touch.angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const scale = Math.max(tip.width, tip.height) / (2 * touch.radius);
  return overArea(touch, map, area, (u, v) => {
    const x = (u * cos + v * sin) * scale + tip.width / 2 - 0.5;
    const y = (v * cos - u * sin) * scale + tip.height / 2 - 0.5;
    return tipAt(tip, x, y);
  });
}

function tipAt({ width, height, weight }: TipImage, x: number, y: number): number {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const at = (u: number, v: number) =>
    u < 0 || v < 0 || u >= width || v >= height ? 0 : (weight[v * width + u] as number);
  const [s, t] = [x - x0, y - y0];
  const upper = at(x0, y0) * (1 - s) + at(x0 + 1, y0) * s;
  const lower = at(x0, y0 + 1) * (1 - s) + at(x0 + 1, y0 + 1) * s;
  return upper * (1 - t) + lower * t;
}

/** `weigh` is asked with the way from the touch's centre, in composition pixels. */
function overArea(
  touch: Touch,
  [a, b, c, d]: Linear,
  area: Rect,
  weigh: (u: number, v: number) => number,
): Float32Array {
  const out = new Float32Array(area.width * area.height);
  for (let y = 0, o = 0; y < area.height; y++) {
    const dy = area.y + y + 0.5 - touch.y;
    for (let x = 0; x < area.width; x++, o++) {
      const dx = area.x + x + 0.5 - touch.x;
      out[o] = weigh(a * dx + c * dy, b * dx + d * dy);
    }
  }
  return out;
}

/** Side of the patch under the centre whose colour is stuck to, in mask pixels. */
const PATCH = 5;

/**
 * Weakens weights where the colour is unlike that under the touch's centre, and leaves nothing where
 * no way of like colours leads from there: what lies beyond an edge stays.
 * @param range OKLab distance from which on nothing is painted
 */
export function stickToColour(
  weights: Float32Array,
  area: Rect,
  touch: Touch,
  colours: SourceLevel,
  range: number,
): void {
  const { width, height } = area;
  const [l, a, b] = meanOf(colours, touch, PATCH);
  const like = new Float32Array(weights.length);
  const row = new Float32Array(width * 3);
  for (let y = 0, o = 0; y < height; y++) {
    const first = ((area.y + y) * colours.width + area.x) * colours.channels;
    oklabOf(colours.data, first, colours.channels, width, row);
    for (let x = 0; x < width; x++, o++) {
      const dl = (row[x * 3] as number) - l;
      const da = (row[x * 3 + 1] as number) - a;
      const db = (row[x * 3 + 2] as number) - b;
      like[o] = likenessOf(dl, da, db, range);
    }
  }
  const reached = reachedFrom(like, width, height, [
    Math.max(0, Math.min(width - 1, Math.floor(touch.x) - area.x)),
    Math.max(0, Math.min(height - 1, Math.floor(touch.y) - area.y)),
  ]);
  for (let o = 0; o < weights.length; o++) {
    weights[o] = reached[o] === 1 ? (weights[o] as number) * (like[o] as number) : 0;
  }
}

/** What hangs together with a place by pixels that are alike at all. */
function reachedFrom(
  like: Float32Array,
  width: number,
  height: number,
  [x, y]: readonly [number, number],
): Uint8Array {
  const reached = new Uint8Array(like.length);
  const line = new Int32Array(like.length);
  let end = 0;
  const put = (p: number) => {
    if (reached[p] === 1 || (like[p] as number) <= 0) return;
    reached[p] = 1;
    line[end++] = p;
  };
  // The very centre may be a speck of another colour.
  for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++) {
    for (let u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++) put(v * width + u);
  }
  for (let i = 0; i < end; i++) {
    const p = line[i] as number;
    const column = p % width;
    if (column > 0) put(p - 1);
    if (column < width - 1) put(p + 1);
    if (p >= width) put(p - width);
    if (p + width < like.length) put(p + width);
  }
  return reached;
}
