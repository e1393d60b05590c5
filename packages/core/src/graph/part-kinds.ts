import type { MaskPart, Matrix, TonesPart } from '@diplex/document';
import type { MixSpaceName } from '@diplex/kernels';
import type { GraphNode } from './node';
import { ComponentNode, RampNode, ShapeNode, TilesNode, TonesNode } from './nodes/part-nodes';

/** Which picture a part of a mask looks at. */
export type Looks = (of: TonesPart['of']) => GraphNode;

interface PartSurroundings {
  /** From mask pixels to composition pixels. */
  readonly matrix: Matrix;
  readonly space: MixSpaceName;
  readonly looks: Looks;
}

type Drawn<Kind> = (part: Extract<MaskPart, { kind: Kind }>, around: PartSurroundings) => GraphNode;

/** How each kind of part is drawn. */
const PART_KINDS: { readonly [Kind in MaskPart['kind']]: Drawn<Kind> } = {
  outline: (part, { matrix }) => new ShapeNode(part, matrix),
  box: (part, { matrix }) => new ShapeNode(part, matrix),
  oval: (part, { matrix }) => new ShapeNode(part, matrix),
  // What was picked says something everywhere, what was painted only where the brush was.
  painted: (part, { matrix }) => new TilesNode(part, matrix, 2),
  picked: (part, { matrix }) => new TilesNode(part, matrix, 1),
  ramp: (part, { matrix }) => new RampNode(part, matrix),
  tones: (part, { space, looks }) => new TonesNode(part, looks(part.of), space),
  component: (part, { space, looks }) => new ComponentNode(part, looks(part.of), space),
};

export function partNode(part: MaskPart, around: PartSurroundings): GraphNode {
  return (PART_KINDS[part.kind] as Drawn<MaskPart['kind']>)(part, around);
}
