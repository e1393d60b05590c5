import type { FillColour, Shape, ShapeRule } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** What the next shape is like. */
export interface Shaping {
  readonly kind: Shape['kind'];
  /** Whether it is a layer of its own, or how it meets the shapes of the layer in hand. */
  readonly rule: 'new' | ShapeRule;
  readonly sides: number;
  readonly colour: FillColour;
  /** The shape whose numbers are shown; the last when it is not there. */
  readonly shape: string | null;
}

export const useShaping = toolSettings<Shaping>({
  ...{ kind: 'box', rule: 'new', sides: 6, shape: null },
  colour: { r: 217, g: 167, b: 74, alpha: 1 },
});
