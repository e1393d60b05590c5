import { type Composition, hasExtent, layerById, layerMatrix, maskHolder } from '@diplex/document';
import type { MixSpaceName } from '@diplex/kernels';
import type { View } from '../render/view';
import { graphOf } from './composition-graph';
import { digestOf } from './digest';
import type { GraphNode } from './node';
import { BorderNode } from './nodes/plain-nodes';
import { ChecksNode, DifferenceNode, EdgeLinesNode, GreyNode, VeilNode } from './nodes/view-nodes';
import type { RenderPlan } from './render-node';

/** Encoded grey values of the two kinds of checks. */
const CHECKS = { dark: [52, 74], light: [204, 244] } as const;

const grey = (value: number) => ({ r: value, g: value, b: value });

/** What a view shows, and the space in which its node draws. */
export interface ViewGraph {
  readonly node: GraphNode;
  readonly space: MixSpaceName;
}

const views = new WeakMap<Composition, Map<string, ViewGraph>>();

/**
 * What is drawn for a view of a composition; the composition as it shows where the view's layer is gone.
 * Made once for each view.
 */
export function viewGraph(composition: Composition, view: View): ViewGraph {
  const known = views.get(composition) ?? new Map<string, ViewGraph>();
  views.set(composition, known);
  const name = digestOf(JSON.stringify(view));
  const made = known.get(name) ?? newViewGraph(composition, view);
  known.set(name, made);
  return made;
}

function newViewGraph(composition: Composition, view: View): ViewGraph {
  const space = composition.mixIn;
  const graph = graphOf(composition);
  const layer = view.kind === 'composition' ? undefined : maskHolder(composition, view.layer);
  if (view.kind === 'composition' || !layer) return { node: graph.root, space };
  const nodes = graph.layer(layer);
  const { mask, coverage } = nodes;
  const whole = { opacity: 1, blending: 'normal' as const };
  if (view.kind === 'plain') {
    const border = hasExtent(layer)
      ? new BorderNode(layer.content.size, layerMatrix(composition, layer))
      : null;
    return { node: new GreyNode(mask, border), space: 'encoded' };
  }
  const alone = graph.alone(layer);
  if (view.kind === 'edges') {
    return { node: mask ? new EdgeLinesNode(alone, mask, space) : alone, space };
  }
  if (view.kind === 'veil') {
    const { colour, strength } = view;
    return { node: mask ? new VeilNode(alone, mask, colour, strength, space) : alone, space };
  }
  if (view.kind === 'difference') {
    const other = layerById(composition, view.other) ?? layer;
    const shown = graph.layer(other).coverage;
    return { node: new DifferenceNode(alone, coverage, shown, space), space };
  }
  const [even, odd] =
    view.kind === 'backdrop'
      ? [view.colour, view.colour]
      : [grey(CHECKS[view.checks][0]), grey(CHECKS[view.checks][1])];
  const backdrop = new ChecksNode([even, odd], space);
  return { node: graph.laidOn(layer, nodes, backdrop, whole), space };
}

/**
 * How a view is drawn while a layer is worked on: what lies behind that layer is kept, too.
 * @param tile the part of the output that is kept as one
 */
export function viewPlan(
  composition: Composition,
  worksOn: string | undefined,
  plan: RenderPlan,
): RenderPlan {
  const layer = worksOn === undefined ? undefined : layerById(composition, worksOn);
  if (!layer) return plan;
  return { ...plan, alsoKeeps: new Set([graphOf(composition).layer(layer).behind]) };
}
