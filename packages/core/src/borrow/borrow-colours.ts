import { boundsAfter, type Rect, roundOut, scaling } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { encodeExactly, inScratch } from '@diplex/kernels';
import { type PackedTable, packTable } from '@diplex/steps';
import type { Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import { type BorrowDrawing, type BorrowPlace, borrowDrawings, together } from './drawings';
import { borrowedTable } from './transport-colours';

/** The longer side of the small pictures whose colours are looked at, in pixels. */
const SIDE = 160;

/** What shows less than this has no colour. */
const LEAST_SHOWN = 0.3;

function whole({ canvas }: BorrowDrawing): { readonly rect: Rect; readonly scale: number } {
  const scale = Math.min(1, SIDE / Math.max(canvas.width, canvas.height));
  const all = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return { rect: roundOut(boundsAfter(scaling(scale, scale), all)), scale };
}

/** What has to be at hand to see the colours of a picture. */
export function drawingNeeds(drawing: BorrowDrawing): Leaves {
  const { rect, scale } = whole(drawing);
  const { content, coverage } = drawing;
  return together(
    [content, ...(coverage ? [coverage] : [])].map((node) => neededBy(node, rect, scale)),
  );
}

/** What has to be at hand to borrow colours. */
export function borrowColoursNeeds(place: BorrowPlace): Leaves {
  return together(borrowDrawings(place).map(drawingNeeds));
}

/** The encoded colours of all that shows in a small drawing, three numbers each. */
export function coloursOf(drawing: BorrowDrawing, reader: PixelReader): Float32Array {
  const { content, coverage, space } = drawing;
  const { rect, scale } = whole(drawing);
  return inScratch(() => {
    const image = renderNode(content, rect, scale, reader) as FloatImage | null;
    if (!image) return new Float32Array(0);
    const pixels = image.data.slice();
    // A border gives nothing where all is covered.
    const covers = coverage && (renderNode(coverage, rect, scale, reader) as CoverageImage | null);
    const found: number[] = [];
    for (let p = 0, i = 0; i < pixels.length; p++, i += 4) {
      const alpha = pixels[i + 3] as number;
      const shown = alpha * (covers ? (covers.data[p] as number) : 1);
      if (shown < LEAST_SHOWN) continue;
      for (let c = 0; c < 3; c++) {
        const value = Math.max(0, Math.min(1, (pixels[i + c] as number) / alpha));
        found.push(space === 'light' ? encodeExactly(value) : value);
      }
    }
    return Float32Array.from(found);
  });
}

/**
 * A table that gives what comes into a step the colours of another composition, by optimal transport.
 * @throws RangeError where one of both shows nothing
 */
export function borrowColours(place: BorrowPlace, reader: PixelReader): PackedTable {
  const [own, model] = borrowDrawings(place).map((each) => coloursOf(each, reader)) as [
    Float32Array,
    Float32Array,
  ];
  return packTable(borrowedTable(own, model));
}
