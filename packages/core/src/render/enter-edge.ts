import type { Rect } from '@diplex/document';
import {
  blurSupport,
  type CoverageImage,
  type FloatImage,
  gaussianBlur,
  LUMA,
  unwrittenImage,
} from '@diplex/imaging';
import { encode, inScratch, type MixSpaceName } from '@diplex/kernels';

/** Below this deviation, in output pixels, nothing enters the edge: it cannot be seen. */
const LEAST = 0.5;

/** What of what lies behind enters an edge: its colour, or the light of what is bright there. */
export type EdgeWay = 'tint' | 'wrap';

/** How much of it, and over how many composition pixels. */
export interface EdgeEntry {
  readonly way: EdgeWay;
  readonly amount: number;
  readonly width: number;
}

/** The deviation of the blur, in output pixels; 0 where nothing enters. */
function entryDeviation({ amount, width }: EdgeEntry, scale: number): number {
  const sigma = (width * scale) / 2;
  return amount && sigma >= LEAST ? sigma : 0;
}

/** How far an edge looks for what enters it at a scale, in output pixels; 0 where nothing does. */
export function entryReach(entry: EdgeEntry, scale: number): number {
  const sigma = entryDeviation(entry, scale);
  return sigma > 0 ? blurSupport(sigma) : 0;
}

/** What is darker than the first of these encoded values wraps round nothing, and all that is lighter than the second. */
const [DARK, BRIGHT] = [0.3, 0.8] as const;

/** How far what lies behind is bright, 0..1: smoothly between both. */
function brightness(luminance: number, space: MixSpaceName): number {
  const value = space === 'light' ? encode(luminance) : luminance;
  const t = Math.max(0, Math.min(1, (value - DARK) / (BRIGHT - DARK)));
  return t * t * (3 - 2 * t);
}

/** What a premultiplied value of a thing becomes where so much of a wanted one enters. */
const WAYS: Readonly<
  Record<EdgeWay, (own: number, wanted: number, alpha: number, amount: number) => number>
> = {
  tint: (own, wanted, alpha, amount) => own + amount * (Math.min(alpha, wanted) - own),
  // As light on light is screened: what is bright already takes on less.
  wrap: (own, wanted, alpha, amount) => own + amount * wanted * (1 - Math.min(1, own / alpha)),
};

/** A picture of part of an output, and where that part lies. */
interface Placed<Image> {
  readonly image: Image;
  readonly at: Rect;
}

/**
 * Lets what lies behind into the edge, as bright surroundings wrap round a thing: most at the edge, and less and less
 * toward the inside.
 * @param content receives the colours: premultiplied, of `region`; its alpha stays
 * @param shown the mask's coverage, `entryReach` wider than `region` as far as the canvas goes
 * @param behind what lies behind there, premultiplied
 */
export function enterEdge(
  content: FloatImage,
  region: Rect,
  shown: Placed<CoverageImage>,
  behind: Placed<FloatImage>,
  entry: EdgeEntry,
  scale: number,
  space: MixSpaceName,
): void {
  const sigma = entryDeviation(entry, scale);
  const mix = WAYS[entry.way];
  const [red, green, blue] = LUMA;
  inScratch(() => {
    const light = blurred(sigma, region, behind.at, (from, to, o) => {
      for (let c = 0; c < 4; c++) to[o + c] = behind.image.data[from * 4 + c] as number;
    });
    const cover = blurred(sigma, region, shown.at, (from, to, o) => {
      to.fill(shown.image.data[from] as number, o, o + 4);
    });
    for (let p = 0; p < region.width * region.height; p++) {
      const i = p * 4;
      const alpha = content.data[i + 3] as number;
      const there = light.data[i + 3] as number;
      const near = Math.min(1, 2 * (1 - (cover.data[i] as number)));
      if (near <= 0 || alpha <= 0 || there <= 0) continue;
      const [r, g, b] = [
        light.data[i] as number,
        light.data[i + 1] as number,
        light.data[i + 2] as number,
      ];
      const luminance = (red * r + green * g + blue * b) / there;
      const share = entry.way === 'wrap' ? brightness(luminance, space) : 1;
      const amount = entry.amount * near * there * share;
      if (amount <= 0) continue;
      for (let c = i; c < i + 3; c++) {
        const wanted = ((light.data[c] as number) / there) * alpha;
        content.data[c] = mix(content.data[c] as number, wanted, alpha, amount);
      }
    }
  });
}

/** A Gaussian blur of part of an output, in `region`; `at` is what is there of it. */
function blurred(
  sigma: number,
  region: Rect,
  at: Rect,
  copy: (from: number, to: Float32Array, o: number) => void,
): FloatImage {
  const out = unwrittenImage(region.width, region.height);
  const source = {
    // Halving begins at the corner of the canvas, so that tiles meet.
    width: at.x + at.width,
    height: at.y + at.height,
    read(y: number, x: number, count: number, to: Float32Array, toOffset: number) {
      const row = Math.max(0, Math.min(at.height - 1, y - at.y)) * at.width;
      for (let k = 0; k < count; k++) {
        const column = Math.max(0, Math.min(at.width - 1, x + k - at.x));
        copy(row + column, to, toOffset + k * 4);
      }
    },
  };
  gaussianBlur(source, sigma, region, (row, y) => {
    out.data.set(row, (y - region.y) * region.width * 4);
  });
  return out;
}
