import {
  boundsAfter,
  type Composition,
  isGlass,
  layerById,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { encodeExactly, inScratch, type MixSpaceName } from '@diplex/kernels';
import { type PackedTable, packTable } from '@diplex/steps';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import { neededBy, renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import type { StepPlace } from '../render/step-input';
import { borrowedTable } from './transport-colours';

/** The longer side of the small pictures whose colours are looked at, in pixels. */
const SIDE = 160;

/** What shows less than this has no colour. */
const LEAST_SHOWN = 0.3;

/** What borrowing looks at: what comes into a step of a layer, and all that another composition shows. */
export interface BorrowPlace extends StepPlace {
  readonly model: Composition;
}

interface SmallDrawing {
  readonly content: GraphNode;
  /** Where it counts; null for everywhere. */
  readonly coverage: GraphNode | null;
  readonly space: MixSpaceName;
  readonly rect: Rect;
  readonly scale: number;
}

function whole({ canvas }: Composition): { readonly rect: Rect; readonly scale: number } {
  const scale = Math.min(1, SIDE / Math.max(canvas.width, canvas.height));
  const all = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return { rect: roundOut(boundsAfter(scaling(scale, scale), all)), scale };
}

/** @throws Error where the step is no longer there */
function drawings({
  composition,
  layer: id,
  step,
  model,
}: BorrowPlace): readonly [own: SmallDrawing, model: SmallDrawing] {
  const layer = layerById(composition, id);
  if (!layer?.steps.some((each) => each.id === step)) {
    throw new Error('That step is no longer in the chain.');
  }
  const graph = graphOf(composition);
  const nodes = graph.layer(layer);
  const own = {
    content: graph.intoStep(layer, step).content,
    coverage: isGlass(layer) ? nodes.mask : nodes.coverage,
    ...{ space: composition.mixIn, ...whole(composition) },
  };
  const other = {
    content: graphOf(model).root,
    coverage: null,
    space: model.mixIn,
    ...whole(model),
  };
  return [own, other];
}

/** What has to be at hand to borrow colours. */
export function borrowNeeds(place: BorrowPlace): Leaves {
  const all = drawings(place).flatMap(({ content, coverage, rect, scale }) =>
    [content, ...(coverage ? [coverage] : [])].map((node) => neededBy(node, rect, scale)),
  );
  return {
    sources: all.flatMap(({ sources }) => sources),
    painted: all.flatMap(({ painted }) => painted),
  };
}

/** The encoded colours of all that shows in a small drawing, three numbers each. */
function coloursOf(
  { content, coverage, space, rect, scale }: SmallDrawing,
  reader: PixelReader,
): Float32Array {
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
  const [own, model] = drawings(place).map((each) => coloursOf(each, reader)) as [
    Float32Array,
    Float32Array,
  ];
  return packTable(borrowedTable(own, model));
}
