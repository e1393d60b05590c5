import type { MaskPart } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { maskInHand } from '../bench/mask-in-hand';

type PartOf<Kind extends MaskPart['kind']> = Extract<MaskPart, { readonly kind: Kind }>;

/** The part in hand and its mask, where it is of a kind: a tool's amounts are those of the part that it made. */
export function usePartOfKind<Kind extends MaskPart['kind']>(
  kind: Kind,
): { readonly mask: string; readonly part: PartOf<Kind> } | null {
  useComposition((state) => state.preview ?? state.composition);
  useHand(({ layer, part, maskedStep, makes }) => `${layer} ${part} ${maskedStep} ${makes}`);
  const target = maskInHand();
  const { mask, part } = target ?? {};
  return mask && part?.kind === kind ? { mask: mask.id, part: part as PartOf<Kind> } : null;
}
