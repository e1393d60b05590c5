import { IconColorPicker } from '@tabler/icons-react';
import { useHand } from '../bench/hand-store';
import { PlainButton } from '../controls/PlainButton';
import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';

/** Temperature and tint, by amounts or by a place that should be neutral. */
export function WhiteBalanceEditor({ layer, step }: EditorProps) {
  const wanted = useHand((state) => state.colourWanted?.step === step.id);
  const { take } = useHand.getState();
  return (
    <>
      <FieldRows layer={layer} step={step} />
      <PlainButton
        icon={IconColorPicker}
        words={wanted ? 'Press on what should be neutral' : 'Neutral from the picture'}
        hint="Then press on the picture where it should be grey"
        pressed={wanted}
        onPress={() =>
          take({ colourWanted: wanted ? null : { layer: layer.id, step: step.id, curve: null } })
        }
      />
    </>
  );
}
