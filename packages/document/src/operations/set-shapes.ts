import { castDraft } from 'mutative';
import type { Fill, Shape, ShapeContent, ShapeStroke } from '../composition';
import { drawableLayer, layerName, type Operation, OperationRefused } from './operation';

/** What of a shape layer is changed; what is left out stays. */
export interface ShapeChange {
  readonly shapes?: readonly Shape[];
  readonly fill?: Fill | null;
  readonly stroke?: ShapeStroke | null;
}

function verb(before: ShapeContent | undefined, { shapes, fill, stroke }: ShapeChange): string {
  if (fill !== undefined) return 'Fill of';
  if (stroke !== undefined) return 'Stroke of';
  const more = (shapes?.length ?? 0) - (before?.shapes.length ?? 0);
  if (more > 0) return 'Drew on';
  return more < 0 ? 'Took a shape from' : 'Reshaped';
}

/** Changes the shapes of a layer, what they are filled with, or their stroke. */
export const setShapes: Operation<{ layer: string; change: ShapeChange }> = {
  name: 'setShapes',
  words(before, { layer, change }) {
    const content = before.layers[layer]?.content;
    const was = content?.kind === 'shape' ? content : undefined;
    return `${verb(was, change)} ${layerName(before, layer)}`;
  },
  change(draft, { layer: id, change }) {
    const layer = drawableLayer(draft, id);
    if (layer.content.kind !== 'shape') throw new OperationRefused(`${layer.name} has no shapes.`);
    Object.assign(layer.content, castDraft(change));
  },
};
