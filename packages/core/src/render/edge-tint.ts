import { type LayerEdge, type Rect, TINT_WIDTH } from '@diplex/document';
import {
  blurSupport,
  type CoverageImage,
  type FloatImage,
  gaussianBlur,
  unwrittenImage,
} from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';

/** Below this deviation, in output pixels, the edge is not tinted: it cannot be seen. */
const LEAST = 0.5;

/** The deviation of the blur, in output pixels; 0 where there is no tint. */
function tintDeviation({ tint, tintWidth = TINT_WIDTH }: LayerEdge, scale: number): number {
  const sigma = (tintWidth * scale) / 2;
  return tint && sigma >= LEAST ? sigma : 0;
}

/** How far an edge tint looks at a scale, in output pixels; 0 where there is none. */
export function tintReach(edge: LayerEdge, scale: number): number {
  const sigma = tintDeviation(edge, scale);
  return sigma > 0 ? blurSupport(sigma) : 0;
}

/** A picture of part of an output, and where that part lies. */
interface Placed<Image> {
  readonly image: Image;
  readonly at: Rect;
}

/**
 * Lets the colour and light of what lies behind into the edge, as bright surroundings wrap round a thing:
 * most at the edge, and less and less toward the inside.
 * @param content receives the colours: premultiplied, of `region`; its alpha stays
 * @param shown the mask's coverage, `tintReach` wider than `region` as far as the canvas goes
 * @param behind what lies behind there, premultiplied
 */
export function tintEdge(
  content: FloatImage,
  region: Rect,
  shown: Placed<CoverageImage>,
  behind: Placed<FloatImage>,
  edge: LayerEdge,
  scale: number,
): void {
  const sigma = tintDeviation(edge, scale);
  const { tint = 0 } = edge;
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
      const amount = tint * near * there;
      if (amount <= 0 || alpha <= 0) continue;
      for (let c = i; c < i + 3; c++) {
        const own = content.data[c] as number;
        const wanted = ((light.data[c] as number) / there) * alpha;
        content.data[c] = own + amount * (Math.min(alpha, wanted) - own);
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
