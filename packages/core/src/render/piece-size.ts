import type { Composition, Rect, Size } from '@diplex/document';
import { graphOf } from '../graph/composition-graph';
import { Plan } from '../graph/plan';

/** Pieces of this extent stay near the processor while one layer after the other is put on them. */
const SMALL: Size = { width: 512, height: 64 };

/** A piece twice as large is taken while it saves this share of the work for a pixel. */
const WORTH = 0.05;

/**
 * The extent of the pieces in which a composition is best drawn. What looks beyond a pixel (blurs, edges that take on
 * what lies behind) is drawn beyond a piece too, and where layers look at one another that adds up: pieces grow until
 * little more is saved, or memory would not do.
 *
 * @param whole all that is drawn, in whole output pixels
 * @param scale output pixels per composition pixel, greater than 0
 * @param most pixels of the largest thing that may be drawn for a piece
 * @returns whole pixels, at most those of `whole`
 */
export function pieceSize(
  composition: Composition,
  whole: Rect,
  scale: number,
  most: number,
): Size {
  const { root } = graphOf(composition);
  const planned = ({ width, height }: Size) => {
    const x = whole.x + Math.floor((whole.width - width) / 2);
    const y = whole.y + Math.floor((whole.height - height) / 2);
    const { work, largest } = new Plan(root, { x, y, width, height }, scale);
    return { largest, perPixel: work / (width * height) };
  };
  const within = ({ width, height }: Size): Size => ({
    width: Math.min(whole.width, width),
    height: Math.min(whole.height, height),
  });
  let size = within(SMALL);
  let { perPixel } = planned(size);
  for (;;) {
    const { width, height } = size;
    const taller = height < width && height < whole.height;
    const larger = within(taller ? { width, height: height * 2 } : { width: width * 2, height });
    if (larger.width === width && larger.height === height) return size;
    const next = planned(larger);
    if (next.largest > most || next.perPixel > perPixel * (1 - WORTH)) return size;
    size = larger;
    ({ perPixel } = next);
  }
}

/** Output pixels of a band when nothing speaks for more. */
const BAND_PIXELS = 400_000;

const LEAST_ROWS = 16;

/**
 * How many rows are best handed to a thread at once: as many as the pieces are high in which they are drawn.
 *
 * @param piece what `pieceSize` says of `whole`
 * @param threads bands that are drawn at the same time: there are enough of them to keep all busy
 * @returns whole rows, at least 1 and at most `whole.height`
 */
export function rowsAtOnce(piece: Size, whole: Size, threads: number): number {
  const plain = Math.max(LEAST_ROWS, Math.ceil(BAND_PIXELS / whole.width));
  const most = Math.max(plain, Math.ceil(whole.height / (2 * threads)));
  return Math.min(whole.height, most, Math.max(plain, piece.height));
}
