import type { Composition, Rect } from '@diplex/document';
import { graphOf } from '../graph/composition-graph';
import { Plan } from '../graph/plan';

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** Pieces of this extent stay near the processor while one layer after the other is put on them. */
const SMALL: Extent = { width: 512, height: 64 };

/** Pixels of the largest thing that is drawn for a piece: some of these must fit the scratch of a worker. */
const MOST_PIXELS = 600_000;

/** A piece twice as large is taken while it saves this share of the work for a pixel. */
const WORTH = 0.05;

/**
 * The extent of the pieces in which a composition is best drawn. What looks beyond a pixel (blurs, edges that take on
 * what lies behind) is drawn beyond a piece too, and where layers look at one another that adds up: pieces grow until
 * little more is saved, or memory would not do.
 *
 * @param whole all that is drawn, in whole output pixels
 * @param scale output pixels per composition pixel, greater than 0
 * @returns whole pixels, at most those of `whole`
 */
export function pieceSize(composition: Composition, whole: Rect, scale: number): Extent {
  const { root } = graphOf(composition);
  const planned = ({ width, height }: Extent) => {
    const x = whole.x + Math.floor((whole.width - width) / 2);
    const y = whole.y + Math.floor((whole.height - height) / 2);
    const { work, largest } = new Plan(root, { x, y, width, height }, scale);
    return { largest, perPixel: work / (width * height) };
  };
  const within = ({ width, height }: Extent): Extent => ({
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
    if (next.largest > MOST_PIXELS || next.perPixel > perPixel * (1 - WORTH)) return size;
    size = larger;
    ({ perPixel } = next);
  }
}

/** Output pixels of a band when nothing speaks for more. */
const BAND_PIXELS = 400_000;

const LEAST_ROWS = 16;

/**
 * How many rows of a composition are best handed to a thread at once: as many as its pieces are high.
 *
 * @param threads bands that are drawn at the same time: there are enough of them to keep all busy
 * @returns whole rows, at least 1 and at most `whole.height`
 */
export function rowsAtOnce(
  composition: Composition,
  whole: Rect,
  scale: number,
  threads: number,
): number {
  const piece = pieceSize(composition, whole, scale).height;
  const plain = Math.max(LEAST_ROWS, Math.ceil(BAND_PIXELS / whole.width));
  const most = Math.max(plain, Math.ceil(whole.height / (2 * threads)));
  return Math.min(whole.height, most, Math.max(plain, piece));
}
