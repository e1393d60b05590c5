import type { Shape, ShapeLayer } from '@diplex/document';
import { useShaping } from './settings';

/** The shape of a layer whose numbers and handles are shown: the one that was chosen, or the last. */
export function chosenShape({ content }: ShapeLayer): Shape | undefined {
  const { shape } = useShaping.getState();
  return content.shapes.find(({ id }) => id === shape) ?? content.shapes.at(-1);
}
