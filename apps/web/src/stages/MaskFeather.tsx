import { type Mask, RANGES, setMaskFeather } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';

interface MaskFeatherProps {
  readonly label: string;
  readonly mask: Mask;
}

/** How soft a whole mask is, a layer's or the area's. */
export function MaskFeather({ label, mask }: MaskFeatherProps) {
  const { perform, tryOut } = useComposition.getState();
  return (
    <Amount
      label={label}
      value={mask.feather}
      range={RANGES.feather}
      step={0.1}
      unit="px"
      curve={2.5}
      onTry={(feather) => tryOut(setMaskFeather, { mask: mask.id, feather })}
      onSet={(feather) => perform(setMaskFeather, { mask: mask.id, feather })}
    />
  );
}
