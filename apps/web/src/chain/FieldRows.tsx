import type { Layer, Step } from '@diplex/document';
import {
  type AmountField,
  type ChoiceField,
  type ColourField as ColourOf,
  definitionOf,
  type Field,
  type PlaceField,
  type StepColour,
} from '@diplex/steps';
import type { ReactNode } from 'react';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { ColourField } from '../controls/ColourField';
import { useStepValues } from './use-step';

/** A value of a step, and ways to try others and to set one. */
interface FieldProps<Of extends Field> {
  readonly field: Of;
  readonly value: unknown;
  readonly onTry: (value: unknown) => void;
  readonly onSet: (value: unknown) => void;
}

/** So many steps a slider's track has, about. */
const TRACK = 500;

function AmountRow({ field, value, onTry, onSet }: FieldProps<AmountField>) {
  const by = field.unit === '%' ? 100 : 1;
  const [from, to] = field.track ?? [field.least, field.most];
  const step = 10 ** Math.floor(Math.log10(((to - from) * by) / TRACK) + 0.7);
  const differs = value !== field.start;
  const track = field.track && ([field.track[0] * by, field.track[1] * by] as const);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the same can be typed into the field
    <div
      className="relative"
      title={`${field.words}: double-click brings back ${Number((field.start * by).toFixed(2))}`}
      onDoubleClick={() => differs && onSet(field.start)}
    >
      {differs && (
        <span aria-hidden className="absolute top-1 -left-1.5 text-[12px] text-info">
          •
        </span>
      )}
      <Amount
        label={field.words}
        value={(value as number) * by}
        range={{ least: field.least * by, most: field.most * by, ...(track && { track }) }}
        step={Math.min(1, step)}
        unit={field.unit}
        onTry={(next) => onTry(next / by)}
        onSet={(next) => onSet(next / by)}
      />
    </div>
  );
}

function Row({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <div className="grid min-h-[28px] grid-cols-[92px_1fr] items-center gap-2 text-[12.5px] text-quiet">
      <span className="truncate">{words}</span>
      <div className="min-w-0 justify-self-start">{children}</div>
    </div>
  );
}

function ChoiceRow({ field, value, onSet }: FieldProps<ChoiceField>) {
  return (
    <Row words={field.words}>
      <Choice
        label={field.words}
        value={value as string}
        options={field.of.map(([each, words]) => ({ value: each, words }))}
        onChoose={onSet}
      />
    </Row>
  );
}

function ColourRow({ field, value, onSet }: FieldProps<ColourOf>) {
  return (
    <Row words={field.words}>
      <ColourField label={field.words} value={value as StepColour} onSet={onSet} />
    </Row>
  );
}

/** A place as shares of the width and height. */
function PlaceRow({ field, value, onTry, onSet }: FieldProps<PlaceField>) {
  const at = value as PlaceField['start'];
  return (['x', 'y'] as const).map((axis) => (
    <Amount
      key={axis}
      label={`${field.words} ${axis === 'x' ? 'across' : 'down'}`}
      value={at[axis] * 100}
      range={{ least: -1000, most: 1000, track: [0, 100] }}
      step={0.5}
      unit="%"
      onTry={(next) => onTry({ ...at, [axis]: next / 100 })}
      onSet={(next) => onSet({ ...at, [axis]: next / 100 })}
    />
  ));
}

type Rows = {
  readonly [Kind in Exclude<Field['kind'], 'curve'>]: (
    props: FieldProps<Extract<Field, { kind: Kind }>>,
  ) => ReactNode;
};

/** How each kind of field is shown; curves have an editor of their own. */
const ROWS: Rows = { amount: AmountRow, choice: ChoiceRow, colour: ColourRow, place: PlaceRow };

interface FieldRowsProps {
  readonly layer: Layer;
  readonly step: Step;
}

/** A row for every value of a step, made from its definition. */
export function FieldRows({ layer, step }: FieldRowsProps) {
  const { values, tryValues, setValues } = useStepValues(layer, step);
  return Object.entries(definitionOf(step.kind).fields).map(([name, field]) => {
    if (field.kind === 'curve') return null;
    const Rows = ROWS[field.kind] as (props: FieldProps<Field>) => ReactNode;
    return (
      <Rows
        key={name}
        field={field}
        value={values[name]}
        onTry={(value) => tryValues({ [name]: value })}
        onSet={(value) => setValues({ [name]: value })}
      />
    );
  });
}
