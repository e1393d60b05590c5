import { intersectRects, isEmpty, type Rect, roundOut, uniteRects } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { encodeRow, inScratch, premultiplyRow, straightenRow } from '@diplex/kernels';
import { BANDS, bandsReach, detailBands, type TextureBand } from '@diplex/steps';
import type { Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { type BorrowDrawing, type BorrowPlace, borrowDrawings, together } from './drawings';

/** Detail is looked at in so many patches across and down, of at the most so many pixels each, at their own size. */
const [PATCHES, SIDE] = [4, 256];

/** What shows less than this has no texture. */
const LEAST_SHOWN = 0.9;

/** At so many pixels at least texture can be told. */
const LEAST_PIXELS = 400;

/** Strengths of which these shares of all detail are weaker. */
const SHARES = [0.5, 0.85, 0.98] as const;

/** What of a picture may show something. */
function boundsOf({ content, coverage, canvas }: BorrowDrawing): Rect {
  const all = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return [content, ...(coverage ? [coverage] : [])].reduce((bounds, node) => {
    const extent = node.extent(1);
    if (extent === 'everywhere') return bounds;
    const [first = { x: 0, y: 0, width: 0, height: 0 }, ...others] = extent;
    return intersectRects(bounds, others.reduce(uniteRects, first));
  }, all);
}

/** The patches in which detail is looked at, evenly over all that may show. */
function patches(drawing: BorrowDrawing): readonly Rect[] {
  const { x, y, width, height } = boundsOf(drawing);
  const size = { width: Math.min(SIDE, width), height: Math.min(SIDE, height) };
  const found = new Map<string, Rect>();
  for (let i = 0; i < PATCHES; i++) {
    for (let j = 0; j < PATCHES; j++) {
      const at = (from: number, all: number, own: number, k: number) =>
        Math.round(from + ((all - own) * k) / (PATCHES - 1));
      const rect = roundOut({
        ...{ x: at(x, width, size.width, i), y: at(y, height, size.height, j) },
        ...size,
      });
      if (!isEmpty(rect)) found.set(`${rect.x} ${rect.y}`, rect);
    }
  }
  return [...found.values()];
}

/** What has to be at hand to borrow texture. */
export function borrowTextureNeeds(place: BorrowPlace): Leaves {
  return together(
    borrowDrawings(place).flatMap((drawing) =>
      patches(drawing).flatMap((rect) =>
        [drawing.content, ...(drawing.coverage ? [drawing.coverage] : [])].map((node) =>
          neededBy(node, rect, 1),
        ),
      ),
    ),
  );
}

/** Adds how strong the detail of each size is wherever a patch shows. */
function gather(drawing: BorrowDrawing, rect: Rect, reader: PixelReader, to: number[][]): void {
  inScratch(() => {
    const image = renderNode(drawing.content, rect, 1, reader) as FloatImage | null;
    if (!image) return;
    const { data } = image;
    straightenRow(data);
    if (drawing.space === 'light') encodeRow(data);
    const { coverage } = drawing;
    const covers = coverage && (renderNode(coverage, rect, 1, reader) as CoverageImage | null);
    for (let p = 0; p < rect.width * rect.height; p++) {
      if (coverage) data[p * 4 + 3] = (data[p * 4 + 3] as number) * (covers?.data[p] ?? 0);
    }
    premultiplyRow(data);
    const { bands, shown } = detailBands({ ...rect, data }, BANDS, 1, 1);
    // Near a patch's own edge coarse detail is told by what lies on one side alone.
    const margin = Math.min(bandsReach(BANDS - 2, 1, 1), Math.floor(rect.width / 4));
    for (let y = margin; y < rect.height - margin; y += 2) {
      for (let x = margin; x < rect.width - margin; x += 2) {
        const p = y * rect.width + x;
        if ((shown[p] as number) < LEAST_SHOWN) continue;
        bands.forEach((band, k) => {
          to[k]?.push(Math.abs((band as Float32Array)[p] as number));
        });
      }
    }
  });
}

/** For each size the strengths of which the shares are weaker, in hundredths. */
function strengths(drawing: BorrowDrawing, reader: PixelReader): number[][] {
  const found: number[][] = Array.from({ length: BANDS }, () => []);
  for (const rect of patches(drawing)) gather(drawing, rect, reader, found);
  return found.map((values) => {
    if (values.length < LEAST_PIXELS) throw new RangeError('There is no texture to go by.');
    const sorted = Float64Array.from(values).sort();
    return SHARES.map((share) =>
      Math.min(100, 100 * (sorted[Math.floor(share * (sorted.length - 1))] as number)),
    );
  });
}

/**
 * How strong detail of every size is in what comes into a step, and in another composition, both at their own size.
 * @throws RangeError where one of both shows too little for that
 */
export function borrowTexture(place: BorrowPlace, reader: PixelReader): readonly TextureBand[] {
  const [own, model] = borrowDrawings(place).map((each) => strengths(each, reader)) as [
    number[][],
    number[][],
  ];
  return own.map((here, k) => {
    const [half = 0, much = 0, all = 0] = here;
    const [halfThere = 0, muchThere = 0, allThere = 0] = model[k] ?? [];
    return { half, much, all, halfThere, muchThere, allThere };
  });
}
