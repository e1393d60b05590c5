import { FRINGE_WIDTH, type LayerEdge } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { oklabOfLight } from '@diplex/imaging';
import {
  decodeExactly,
  gatherSides,
  inScratch,
  type MixSpaceName,
  SIDE_SUMS,
  type SquareTaps,
  scratchFloats,
} from '@diplex/kernels';

/** Colours are gathered at so many places to each side, however wide it is. */
const PLACES = 6;
/** Mean shares of the two sides that are nearer than this tell nothing apart. */
const LEAST_APART = 0.2;
/** The least variance of a side's colours, and that of what was seen. */
const LEAST_SPREAD = 2e-4;
const NOISE = 2e-5;
/** Below this width, in output pixels, nothing of it can be seen. */
const LEAST = 0.5;

function tapsFor(width: number): SquareTaps {
  const stride = Math.max(1, Math.ceil(width / PLACES));
  const count = Math.min(PLACES, Math.ceil(width / stride));
  const side = 2 * count + 1;
  const weights = Float32Array.from({ length: side * side }, (_, i) => {
    const dx = ((i % side) - count) * stride;
    const dy = (Math.floor(i / side) - count) * stride;
    return Math.exp((-2 * (dx * dx + dy * dy)) / (width * width));
  });
  return { stride, count, weights };
}

/** Whether anything of a layer's fringe is cleaned. */
export function hasFringe(edge: LayerEdge): boolean {
  return Boolean(edge.fringe || edge.fringeBrushed);
}

/** How far a clean fringe looks at a scale, in output pixels; 0 where there is none. */
export function fringeReach(edge: LayerEdge, scale: number): number {
  const width = (edge.fringeWidth ?? FRINGE_WIDTH) * scale;
  if (!hasFringe(edge) || width < LEAST) return 0;
  const { stride, count } = tapsFor(width);
  return stride * count;
}

/**
 * Takes the old backdrop's colour out of the edge: where a mask is neither empty nor full, colours are
 * replaced by those that lie around under the mask, and corrected so that the two sides still mix to
 * what was seen: after blurred fusion (Forte 2021), with more weight on what is nearly all of one side,
 * both sides told apart by how much of each was gathered, and what is left divided between them by how
 * much their colours vary.
 * @param content premultiplied, `reach` pixels wider than `out` on every side
 * @param mask coverage of the same pixels
 * @param out receives the colours, premultiplied as `content`; its alpha stays
 * @param brushed where strokes said how much is cleaned, for each pixel of `out`; null where none did
 * @param visible how much the old colour (r, g, b) would show at a pixel of `out`, 0..1
 */
export function cleanFringe(
  content: FloatImage,
  mask: CoverageImage,
  { fringe = 0, fringeWidth = FRINGE_WIDTH }: LayerEdge,
  scale: number,
  out: FloatImage,
  brushed: Brushing | null = null,
  visible: OldColourShows = () => 1,
): void {
  inScratch(() => {
    const taps = tapsFor(fringeWidth * scale);
    const weights = scratchFloats(taps.weights.length);
    weights.set(taps.weights);
    const near = { ...taps, weights };
    const reach = taps.stride * taps.count;
    const sums = scratchFloats(SIDE_SUMS);
    for (let y = 0; y < out.height; y++) {
      for (let x = 0; x < out.width; x++) {
        const at = (y + reach) * content.width + x + reach;
        const shown = mask.data[at] as number;
        if (shown <= 0 || shown >= 1) continue;
        const pixel = y * out.width + x;
        const wanted = amountAt(fringe, brushed, pixel);
        if (wanted === 0) continue;
        gatherSides(content.data, mask.data, content.width, at, near, sums);
        const [under, beside] = [
          sideOf(sums, 0, content.data, at * 4),
          sideOf(sums, 1, content.data, at * 4),
        ];
        if (under.weight <= 0) continue;
        const amount = wanted * visible(pixel, ...beside.mean);
        if (amount > 0)
          cleanPixel(content.data, at * 4, { shown, under, beside, amount }, out, pixel * 4);
      }
    }
  });
}

/** Colours around a pixel on one side of the edge. */
interface Side {
  /** How much was gathered. */
  readonly weight: number;
  readonly mean: readonly [number, number, number];
  /** How much of the gathered is under the mask itself, 0..1. */
  readonly share: number;
  /** The variance of the colours. */
  readonly spread: number;
}

/** Sums count colours from that of a pixel, which lies at `middle`. */
function sideOf(sums: Float32Array, side: 0 | 1, data: Float32Array, middle: number): Side {
  const sum = (i: number) => sums[i] as number;
  const weight = sum(8 + side * 2);
  if (weight <= 0) return { weight, mean: [0, 0, 0], share: 0, spread: 0 };
  const at = side * 4;
  const off = [sum(at) / weight, sum(at + 1) / weight, sum(at + 2) / weight] as const;
  const [r, g, b] = off;
  const colour = (c: 0 | 1 | 2) => (data[middle + c] as number) + off[c];
  const mean = [colour(0), colour(1), colour(2)] as const;
  const spread = Math.max(0, (sum(at + 3) / weight - r * r - g * g - b * b) / 3) + LEAST_SPREAD;
  return { weight, mean, share: sum(9 + side * 2) / weight, spread };
}

interface EdgePixel {
  /** What the mask has there. */
  readonly shown: number;
  readonly under: Side;
  readonly beside: Side;
  readonly amount: number;
}

function cleanPixel(
  content: Float32Array,
  at: number,
  { shown, under, beside, amount }: EdgePixel,
  { data }: FloatImage,
  to: number,
): void {
  const alpha = data[to + 3] as number;
  // What is left goes to the side whose colours vary more.
  const vary = under.spread;
  const rest = beside.weight > 0 ? beside.spread : vary;
  const hidden = 1 - shown;
  const share = (shown * vary) / (shown * shown * vary + hidden * hidden * rest + NOISE);
  // What was gathered of a side is mixed a little itself: both are told apart by how much.
  const apart = Math.max(LEAST_APART, under.share - beside.share);
  for (let c = 0; c < 3; c++) {
    const seen = content[at + c] as number;
    const near = under.mean[c] as number;
    const far = beside.weight > 0 ? (beside.mean[c] as number) : seen;
    const above = clamped((1 - beside.share) * near - (1 - under.share) * far, apart, alpha);
    const below = clamped(under.share * far - beside.share * near, apart, alpha);
    const left = seen - shown * above - hidden * below;
    const clean = Math.max(0, Math.min(alpha, above + share * left));
    data[to + c] = seen + amount * (clean - seen);
  }
}

/** What strokes said of each pixel: how much is cleaned, times where they said so, and where they did. */
export interface Brushing {
  readonly value: Float32Array;
  readonly applies: Float32Array;
}

/** How much is cleaned at a pixel: as strokes said, and as everywhere else where they did not. */
function amountAt(everywhere: number, brushed: Brushing | null, pixel: number): number {
  if (!brushed) return everywhere;
  const { value, applies } = brushed;
  return everywhere * (1 - (applies[pixel] as number)) + (value[pixel] as number);
}

/** How much an old colour would show at a pixel, 0..1. */
export type OldColourShows = (pixel: number, r: number, g: number, b: number) => number;

/** OKLab distances from what lies behind: up to the first the old colour cannot be told, from the second on it shows. */
const UNSEEN = 0.05;
const SEEN = 0.15;

/** How much an old colour shows before a backdrop: as far as it differs from that. */
export function showsBefore(backdrop: FloatImage, space: MixSpaceName): OldColourShows {
  const light = space === 'light' ? (v: number) => v : decodeExactly;
  const [old, now] = [new Float64Array(3), new Float64Array(3)];
  const lab = (r: number, g: number, b: number, out: Float64Array) =>
    oklabOfLight(light(Math.max(0, r)), light(Math.max(0, g)), light(Math.max(0, b)), out);
  return (pixel, r, g, b) => {
    const i = pixel * 4;
    const channel = (c: number) => backdrop.data[i + c] as number;
    lab(r, g, b, old);
    lab(channel(0), channel(1), channel(2), now);
    const off = Math.hypot(...old.map((value, c) => value - (now[c] as number)));
    const t = Math.max(0, Math.min(1, (off - UNSEEN) / (SEEN - UNSEEN)));
    return t * t * (3 - 2 * t);
  };
}

function clamped(value: number, by: number, most: number): number {
  return Math.max(0, Math.min(most, value / by));
}
