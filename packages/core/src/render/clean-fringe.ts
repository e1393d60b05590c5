import { FRINGE_WIDTH, type LayerEdge } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly, type MixSpaceName } from '@diplex/kernels';

/** Colours are gathered at so many places to each side, however wide it is. */
const PLACES = 6;
/** Mean shares of the two sides that are nearer than this tell nothing apart. */
const LEAST_APART = 0.2;
/** The least variance of a side's colours, and that of what was seen. */
const LEAST_SPREAD = 2e-4;
const NOISE = 2e-5;
/** Below this width, in output pixels, nothing of it can be seen. */
const LEAST = 0.5;

interface Taps {
  /** How far apart the places are, in output pixels. */
  readonly stride: number;
  readonly count: number;
  /** For every place of the square, row by row. */
  readonly weights: Float32Array;
}

function tapsFor(width: number): Taps {
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
  const { stride, count, weights } = tapsFor(fringeWidth * scale);
  const reach = stride * count;
  const sums = new Float64Array(12);
  for (let y = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++) {
      const at = (y + reach) * content.width + x + reach;
      const shown = mask.data[at] as number;
      if (shown <= 0 || shown >= 1) continue;
      const pixel = y * out.width + x;
      const wanted = amountAt(fringe, brushed, pixel);
      if (wanted === 0) continue;
      gather(content, mask, at, { stride, count, weights }, sums);
      const o = pixel * 4;
      const alpha = out.data[o + 3] as number;
      const [kept, dropped] = [sums[3] as number, sums[7] as number];
      if (kept <= 0) continue;
      const old = dropped > 0 ? dropped : 1;
      const [r, g, b] = [sums[4], sums[5], sums[6]] as [number, number, number];
      const amount = wanted * visible(pixel, r / old, g / old, b / old);
      if (amount === 0) continue;
      // What is left goes to the side whose colours vary more.
      const vary = spreadOf(sums, 0, sums[8] as number);
      const rest = dropped > 0 ? spreadOf(sums, 4, sums[9] as number) : vary;
      const share =
        (shown * vary) / (shown * shown * vary + (1 - shown) * (1 - shown) * rest + NOISE);
      // What was gathered of a side is mixed a little itself: both are told apart by how much.
      const own = (sums[10] as number) / kept;
      const other = dropped > 0 ? (sums[11] as number) / dropped : 0;
      const apart = Math.max(LEAST_APART, own - other);
      for (let c = 0; c < 3; c++) {
        const seen = content.data[at * 4 + c] as number;
        const near = (sums[c] as number) / kept;
        const far = dropped > 0 ? (sums[c + 4] as number) / dropped : seen;
        const above = clamped((1 - other) * near - (1 - own) * far, apart, alpha);
        const below = clamped(own * far - other * near, apart, alpha);
        const left = seen - shown * above - (1 - shown) * below;
        const clean = Math.max(0, Math.min(alpha, above + share * left));
        out.data[o + c] = seen + amount * (clean - seen);
      }
    }
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

/** What is nearly all of one side tells its colour; what is mixed tells little, but is better than nothing. */
function purity(share: number): number {
  const square = share * share;
  return square * square;
}

function clamped(value: number, by: number, most: number): number {
  return Math.max(0, Math.min(most, value / by));
}

/** The variance of a side's colours around a pixel: `squares` are weighted sums of all channels. */
function spreadOf(sums: Float64Array, side: 0 | 4, squares: number): number {
  const weight = sums[side + 3] as number;
  let mean = 0;
  for (let c = side; c < side + 3; c++) mean += ((sums[c] as number) / weight) ** 2;
  return Math.max(0, (squares / weight - mean) / 3) + LEAST_SPREAD;
}

/** Colours around a pixel and how much there is of them: under the mask, beside it, and their squares. */
function gather(
  { data, width }: FloatImage,
  mask: CoverageImage,
  at: number,
  { stride, count, weights }: Taps,
  sums: Float64Array,
): void {
  sums.fill(0);
  const side = 2 * count + 1;
  for (let j = 0; j < side; j++) {
    const row = at + (j - count) * stride * width;
    for (let i = 0; i < side; i++) {
      const p = row + (i - count) * stride;
      const weight = weights[j * side + i] as number;
      const share = mask.data[p] as number;
      const kept = weight * purity(share);
      const dropped = weight * purity(1 - share);
      const [r, g, b] = [data[p * 4], data[p * 4 + 1], data[p * 4 + 2]] as [number, number, number];
      sums[0] = (sums[0] as number) + kept * r;
      sums[1] = (sums[1] as number) + kept * g;
      sums[2] = (sums[2] as number) + kept * b;
      sums[3] = (sums[3] as number) + kept;
      sums[4] = (sums[4] as number) + dropped * r;
      sums[5] = (sums[5] as number) + dropped * g;
      sums[6] = (sums[6] as number) + dropped * b;
      sums[7] = (sums[7] as number) + dropped;
      const square = r * r + g * g + b * b;
      sums[8] = (sums[8] as number) + kept * square;
      sums[9] = (sums[9] as number) + dropped * square;
      sums[10] = (sums[10] as number) + kept * share;
      sums[11] = (sums[11] as number) + dropped * share;
    }
  }
}
