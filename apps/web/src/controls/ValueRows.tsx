import type {
  AmountField,
  ChoiceField,
  ColourField as ColourOf,
  CurveField,
  CurvePoints,
  Field,
  Fields,
  ListField,
  PlaceField,
  StepColour,
} from '@diplex/steps';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { Amount } from './Amount';
import { Choice } from './Choice';
import { ColourField } from './ColourField';
import { CurveSquare } from './CurveSquare';
import { IconButton } from './IconButton';
import { oneMore } from './one-more';
import { PlainButton } from './PlainButton';
import { TableRow } from './TableRow';

/** A value by its definition, and ways to try others and to set one. */
interface FieldProps<Of extends Field> {
  readonly field: Of;
  readonly value: unknown;
  readonly onTry: (value: unknown) => void;
  readonly onSet: (value: unknown) => void;
  /** What else is offered for an item of a list. */
  readonly forItem?: ((at: number) => ReactNode) | undefined;
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

interface RowProps {
  readonly words: string;
  /** Whether the words take no more room than they need. */
  readonly narrow?: boolean;
  readonly children: ReactNode;
}

function Row({ words, narrow = false, children }: RowProps) {
  const columns = narrow ? 'grid-cols-[auto_1fr]' : 'grid-cols-[92px_1fr]';
  return (
    <div className={`grid min-h-[28px] ${columns} items-center gap-2 text-[12.5px] text-quiet`}>
      <span className="truncate">{words}</span>
      <div className="min-w-0 justify-self-start">{children}</div>
    </div>
  );
}

function ChoiceRow({ field, value, onSet }: FieldProps<ChoiceField>) {
  return (
    <Row words={field.words} narrow={field.of.length > 3}>
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
      label={`${field.words} ${axis === 'x' ? '→' : '↓'}`}
      value={at[axis] * 100}
      range={{ least: -1000, most: 1000, track: [0, 100] }}
      step={0.5}
      unit="%"
      onTry={(next) => onTry({ ...at, [axis]: next / 100 })}
      onSet={(next) => onSet({ ...at, [axis]: next / 100 })}
    />
  ));
}

function CurveRow({ field, value, onTry, onSet }: FieldProps<CurveField>) {
  return (
    <div className="text-[12.5px] text-quiet">
      <span>{field.words}</span>
      <CurveSquare
        words={field.words}
        points={value as CurvePoints}
        pointSaid={([x, y]) => `${Math.round(x * 100)} to ${Math.round(y * 100)} %`}
        onTry={onTry}
        onSet={onSet}
      />
    </div>
  );
}

/** Several of a kind, each with rows of its own. */
function ListRows({ field, value, onTry, onSet, forItem }: FieldProps<ListField>) {
  const items = value as readonly Readonly<Record<string, unknown>>[];
  const changed = (at: number, part: string, next: unknown) =>
    items.map((item, i) => (i === at ? { ...item, [part]: next } : item));
  return (
    <fieldset aria-label={field.words} className="grid gap-1">
      {items.map((item, at) => (
        <fieldset
          // An item is known by its place in the list.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          key={at}
          aria-label={`${field.one} ${at + 1}`}
          className="grid gap-0.5 rounded-md bg-base-200 px-2 py-1"
        >
          <div className="flex items-center gap-1 text-[12px] text-quiet">
            <span className="mr-auto">
              {field.one} {at + 1}
            </span>
            {forItem?.(at)}
            {items.length > field.least && (
              <IconButton
                small
                icon={IconTrash}
                words={`Take ${field.one} ${at + 1} away`}
                onPress={() => onSet(items.filter((_, i) => i !== at))}
              />
            )}
          </div>
          {Object.entries(field.of).map(([part, of]) => (
            <FieldRow
              key={part}
              field={of}
              value={item[part]}
              onTry={(next) => onTry(changed(at, part, next))}
              onSet={(next) => onSet(changed(at, part, next))}
            />
          ))}
        </fieldset>
      ))}
      {items.length < field.most && (
        <PlainButton
          icon={IconPlus}
          words={`Add a ${field.one}`}
          onPress={() => onSet(oneMore(field, items))}
        />
      )}
    </fieldset>
  );
}

type Rows = {
  readonly [Kind in Field['kind']]: (
    props: FieldProps<Extract<Field, { kind: Kind }>>,
  ) => ReactNode;
};

/** How each kind of field is shown. */
const ROWS: Rows = {
  ...{ amount: AmountRow, choice: ChoiceRow, colour: ColourRow, place: PlaceRow },
  ...{ curve: CurveRow, list: ListRows, table: TableRow },
};

function FieldRow(props: FieldProps<Field>) {
  const Row = ROWS[props.field.kind] as (props: FieldProps<Field>) => ReactNode;
  return <Row {...props} />;
}

interface ValueRowsProps {
  readonly fields: Fields;
  readonly values: Readonly<Record<string, unknown>>;
  readonly onTry: (values: Readonly<Record<string, unknown>>) => void;
  readonly onSet: (values: Readonly<Record<string, unknown>>) => void;
  readonly forItem?: ((at: number) => ReactNode) | undefined;
}

/** A row for every value, made from its definition. */
export function ValueRows({ fields, values, onTry, onSet, forItem }: ValueRowsProps) {
  return Object.entries(fields).map(([name, field]) => (
    <FieldRow
      key={name}
      {...{ field, value: values[name], forItem }}
      onTry={(value) => onTry({ [name]: value })}
      onSet={(value) => onSet({ [name]: value })}
    />
  ));
}
