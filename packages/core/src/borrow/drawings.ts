import { type Composition, isGlass, layerById } from '@diplex/document';
import type { MixSpaceName } from '@diplex/kernels';
import { graphOf } from '../graph/composition-graph';
import type { GraphNode, Leaves } from '../graph/node';
import type { StepPlace } from '../render/step-input';

/** What borrowing looks at: what comes into a step of a layer, and all that another composition shows. */
export interface BorrowPlace extends StepPlace {
  readonly model: Composition;
}

/** One of both pictures. */
export interface BorrowDrawing {
  readonly content: GraphNode;
  /** Where it counts; null for everywhere. */
  readonly coverage: GraphNode | null;
  readonly space: MixSpaceName;
  readonly canvas: { readonly width: number; readonly height: number };
}

/**
 * What is looked at of the layer, and of the picture that is borrowed from.
 * @throws Error where the step is no longer there
 */
export function borrowDrawings({
  composition,
  layer: id,
  step,
  model,
}: BorrowPlace): readonly [own: BorrowDrawing, model: BorrowDrawing] {
  const layer = layerById(composition, id);
  if (!layer?.steps.some((each) => each.id === step)) {
    throw new Error('That step is no longer in the chain.');
  }
  const graph = graphOf(composition);
  const nodes = graph.layer(layer);
  return [
    {
      content: graph.intoStep(layer, step).content,
      coverage: isGlass(layer) ? nodes.mask : nodes.coverage,
      ...{ space: composition.mixIn, canvas: composition.canvas },
    },
    { content: graphOf(model).root, coverage: null, space: model.mixIn, canvas: model.canvas },
  ];
}

/** What has to be at hand for all of several. */
export function together(all: readonly Leaves[]): Leaves {
  return {
    sources: all.flatMap(({ sources }) => sources),
    painted: all.flatMap(({ painted }) => painted),
  };
}
