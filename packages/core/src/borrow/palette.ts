import { type Composition, layerById } from '@diplex/document';
import { lightOfOklab, oklabOfLight } from '@diplex/imaging';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { Leaves } from '../graph/node';
import type { PixelReader } from '../pixels/pixel-reader';
import type { Colour } from '../render/view';
import { coloursOf, drawingNeeds } from './borrow-colours';
import type { BorrowDrawing } from './drawings';

/** Colours that lie nearer to each other than this in OKLab are one. */
const APART = 0.09;

const ROUNDS = 12;

/** A palette has at the most so many colours. */
export const PALETTE = 6;

/** What a palette is of: all that a composition shows, without a layer. */
export interface PalettePlace {
  readonly composition: Composition;
  readonly without: string;
}

function drawingOf({ composition, without }: PalettePlace): BorrowDrawing {
  const layer = layerById(composition, without);
  const layers = layer
    ? { ...composition.layers, [without]: { ...layer, shown: false } }
    : composition.layers;
  const { mixIn, canvas } = composition;
  const content = graphOf({ ...composition, layers }).root;
  return { content, coverage: null, space: mixIn, canvas };
}

/** What has to be at hand for a palette. */
export function paletteNeeds(place: PalettePlace): Leaves {
  return drawingNeeds(drawingOf(place));
}

type Lab = [number, number, number];

const square = (a: Lab, b: Lab) => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;

/** Colours as far from one another as they come: each the farthest from all before it. */
function farApart(labs: readonly Lab[]): Lab[] {
  const mean = labs
    .reduce<Lab>((sum, lab) => [sum[0] + lab[0], sum[1] + lab[1], sum[2] + lab[2]], [0, 0, 0])
    .map((value) => value / labs.length) as Lab;
  const away = labs.map((lab) => square(lab, mean));
  const found: Lab[] = [];
  while (found.length < PALETTE) {
    const at = away.indexOf(Math.max(...away));
    if (found.length > 0 && (away[at] as number) < APART ** 2) break;
    const next = labs[at] as Lab;
    found.push(next);
    labs.forEach((lab, i) => {
      const to = square(lab, next);
      away[i] = found.length === 1 ? to : Math.min(away[i] as number, to);
    });
  }
  return found;
}

/**
 * The main colours of a picture: k-means in OKLab from starts that lie far apart, those that are most of it first.
 * @returns nothing where nothing shows
 */
export function paletteOf(place: PalettePlace, reader: PixelReader): readonly Colour[] {
  const colours = coloursOf(drawingOf(place), reader);
  const labs: Lab[] = [];
  const to = new Float64Array(3);
  for (let i = 0; i < colours.length; i += 3 * 4) {
    const [r, g, b] = [0, 1, 2].map((c) => decodeExactly(colours[i + c] as number)) as Lab;
    oklabOfLight(r, g, b, to);
    labs.push([to[0] as number, to[1] as number, to[2] as number]);
  }
  if (labs.length === 0) return [];
  let middles = farApart(labs);
  let counts: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const sums = middles.map(() => [0, 0, 0, 0]);
    for (const lab of labs) {
      const away = middles.map((middle) => square(lab, middle));
      const sum = sums[away.indexOf(Math.min(...away))] as number[];
      for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (lab[c] as number);
      sum[3] = (sum[3] as number) + 1;
    }
    middles = middles.map((middle, k) => {
      const [l = 0, a = 0, b = 0, count = 0] = sums[k] as number[];
      return count > 0 ? [l / count, a / count, b / count] : middle;
    });
    counts = sums.map((sum) => sum[3] as number);
  }
  return middles
    .map((middle, k) => ({ middle, count: counts[k] as number }))
    .filter(({ count }) => count > 0)
    .sort((one, other) => other.count - one.count)
    .map(({ middle }) => {
      lightOfOklab(...middle, to);
      const [r, g, b] = Array.from(to, (value) =>
        encodeExactly(Math.max(0, Math.min(1, value))),
      ) as Lab;
      return { r, g, b };
    });
}
