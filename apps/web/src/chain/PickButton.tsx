import type { Layer, Step } from '@diplex/document';
import { definitionOf } from '@diplex/steps';
import { IconColorPicker } from '@tabler/icons-react';
import { useHand } from '../bench/hand-store';
import { PlainButton } from '../controls/PlainButton';

interface PickButtonProps {
  readonly layer: Layer;
  readonly step: Step;
  /** One of the picks of its definition. */
  readonly pick: string;
  /** Which of its values it is for, where the pick asks. */
  readonly on?: string;
}

/** Asks for a colour of the picture. */
export function PickButton({ layer, step, pick, on = '' }: PickButtonProps) {
  const wanted = useHand(
    ({ colourWanted: now }) => now?.step === step.id && now.pick === pick && now.on === on,
  );
  const how = definitionOf(step.kind).picks?.[pick];
  if (!how) return null;
  return (
    <PlainButton
      icon={IconColorPicker}
      words={how.words}
      hint={`Then press on, or drag over, ${how.asks}`}
      pressed={wanted}
      onPress={() => {
        const ask = { layer: layer.id, step: step.id, pick, on };
        useHand.getState().take({ colourWanted: wanted ? null : ask });
      }}
    />
  );
}

/** A button for every pick that is for the step as a whole. */
export function PickButtons({ layer, step }: Pick<PickButtonProps, 'layer' | 'step'>) {
  const picks = Object.entries(definitionOf(step.kind).picks ?? {}).filter(([, { on }]) => !on);
  if (picks.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-1 py-0.5">
      {picks.map(([name]) => (
        <PickButton key={name} layer={layer} step={step} pick={name} />
      ))}
    </div>
  );
}
