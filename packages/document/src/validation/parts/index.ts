import type { MaskPart } from '../../composition';
import { boxPart } from './box-part';
import { componentPart } from './component-part';
import { outlinePart } from './outline-part';
import { ovalPart } from './oval-part';
import { paintedPart } from './painted-part';
import type { PartKind } from './part-schema';
import { pickedPart } from './picked-part';
import { rampPart } from './ramp-part';
import { tonesPart } from './tones-part';

/** Every kind of mask part by its name. */
export const PART_KINDS: { readonly [Kind in MaskPart['kind']]: PartKind<Kind> } = {
  outline: outlinePart,
  box: boxPart,
  oval: ovalPart,
  painted: paintedPart,
  picked: pickedPart,
  ramp: rampPart,
  tones: tonesPart,
  component: componentPart,
};

/** The ways in which a part of valid values still cannot be drawn. */
export function partProblems(part: MaskPart): { at: string; says: string }[] {
  const { problems } = PART_KINDS[part.kind] as PartKind;
  return problems?.(part) ?? [];
}
