export { CompositionGraph, graphOf, type LayerNodes, maskNode } from './composition-graph';
export { damage, touched } from './damage';
export { digestOf, digestOfPart } from './digest';
export {
  type Demand,
  type Drawing,
  GraphNode,
  type Image,
  type Leaves,
  type SourceTile,
} from './node';
export { type AllocateFloats, NodeStore, plainFloats } from './node-store';
export { TilesNode } from './nodes/part-nodes';
export { Plan } from './plan';
export { clipped, grown, inWholePixels, isNowhere, joined, mapped, type Region } from './region';
export { neededBy, type RenderPlan, RenderStopped, renderNode } from './render-node';
export { strokeDamage, viewDamage } from './view-damage';
export { viewGraph, viewPlan } from './view-graph';
