import { definitionOf, fieldsAtWork } from '@diplex/steps';
import { ValueRows } from '../controls/ValueRows';
import type { EditorProps } from './editor-props';
import { PickButton, PickButtons } from './PickButton';
import { useStepValues } from './use-step';

interface FieldRowsProps extends EditorProps {
  /** The names of those that are shown; all of them when left out. */
  readonly only?: readonly string[];
}

/** A row for every value of a step that says something, and a button for whatever the picture can say. */
export function FieldRows({ layer, step, only }: FieldRowsProps) {
  const { values, tryValues, setValues } = useStepValues(layer, step);
  const definition = definitionOf(step.kind);
  const fields = Object.fromEntries(
    Object.entries(fieldsAtWork(definition, values)).filter(
      ([name]) => !only || only.includes(name),
    ),
  );
  const picks = Object.entries(definition.picks ?? {}).filter(([, { on }]) => on === 'item');
  return (
    <>
      <ValueRows
        {...{ fields, values, onTry: tryValues, onSet: setValues }}
        forItem={(at) =>
          picks.map(([pick]) => (
            <PickButton key={pick} layer={layer} step={step} pick={pick} on={String(at)} />
          ))
        }
      />
      <PickButtons layer={layer} step={step} />
    </>
  );
}
