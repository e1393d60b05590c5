import {
  BLEND_MODES,
  type BlendMode,
  changeStep,
  type Layer,
  removeStep,
  type Step,
  wipeStep,
} from '@diplex/document';
import { definitionOf } from '@diplex/steps';
import { IconCopy, IconEraser, IconTrash } from '@tabler/icons-react';
import { useId } from 'react';
import { useComposition } from '../bench/composition-store';
import { counted } from '../controls/counted';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { PlainButton } from '../controls/PlainButton';
import { EDITORS } from './editors';
import { FieldRows } from './FieldRows';
import { StepMask } from './StepMask';
import { copySteps } from './step-commands';

interface StepEditorProps {
  readonly layer: Layer;
  readonly step: Step;
}

/** What can be changed of a step: its values, how it is mixed, and where it works. */
export function StepEditor({ layer, step }: StepEditorProps) {
  const { perform } = useComposition.getState();
  const Editor = EDITORS[step.kind] ?? FieldRows;
  const id = useId();
  const args = { layer: layer.id, step: step.id };
  return (
    <fieldset
      disabled={layer.locked}
      aria-label={step.name}
      className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-0.5 px-2 pt-1.5"
    >
      <Editor layer={layer} step={step} />
      <div className="grid grid-cols-[92px_1fr] items-center gap-2 text-[12.5px] text-quiet">
        <label htmlFor={id}>Blending</label>
        <select
          id={id}
          className="select select-xs bg-base-300"
          value={step.blending}
          onChange={(event) => {
            const blending = event.target.value as BlendMode;
            perform(changeStep, { ...args, change: { blending } });
          }}
        >
          {BLEND_MODES.map((mode) => (
            <option key={mode} value={mode}>
              {mode}
            </option>
          ))}
        </select>
      </div>
      {definitionOf(step.kind).brushed && (
        <div className="flex items-center gap-2 text-[12.5px] text-quiet">
          <span className="mr-auto">
            {step.brushed
              ? `Brushed (${counted(step.brushed.strokes, 'stroke')})`
              : 'Nothing brushed'}
          </span>
          {step.brushed && (
            <PlainButton
              icon={IconEraser}
              words="Wipe"
              hint="Take all strokes of this step away"
              onPress={() => perform(wipeStep, args)}
            />
          )}
        </div>
      )}
      <StepMask layer={layer} step={step} />
      <div className="flex items-center gap-1">
        <EditableText
          label="Name of the step"
          value={step.name}
          onSet={(name) => perform(changeStep, { ...args, change: { name } })}
          className="mr-auto min-w-0 truncate text-[12px] text-quiet"
        />
        <IconButton
          small
          icon={IconCopy}
          words={`Copy ${step.name}`}
          onPress={() => copySteps(layer, [step])}
        />
        <IconButton
          small
          icon={IconTrash}
          words={`Take ${step.name} out of the chain`}
          onPress={() => perform(removeStep, args)}
        />
      </div>
    </fieldset>
  );
}
