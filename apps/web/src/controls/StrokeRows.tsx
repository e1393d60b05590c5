import { RANGES, type ShapeStroke, STROKE_PLACES, type StrokeDashes } from '@diplex/document';
import { Amount } from './Amount';
import { Choice } from './Choice';
import { ColourField } from './ColourField';

const NEW_STROKE: ShapeStroke = {
  ...{ width: 4, place: 'middle', colour: { r: 255, g: 255, b: 255, alpha: 1 } },
};

const NEW_DASHES: StrokeDashes = { length: 16, gap: 12 };

const DASH_AMOUNTS = [
  { key: 'length', label: 'Dash length' },
  { key: 'gap', label: 'Dash gap' },
] as const;

interface StrokeRowsProps {
  readonly stroke: ShapeStroke | null;
  readonly onTry: (stroke: ShapeStroke) => void;
  readonly onSet: (stroke: ShapeStroke | null) => void;
}

/** Whether something drawn has a stroke, and what that is like. */
export function StrokeRows({ stroke, onTry, onSet }: StrokeRowsProps) {
  return (
    <>
      <label className="mt-1.5 flex h-7 items-center gap-2 text-[12.5px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={stroke !== null}
          onChange={(event) => onSet(event.target.checked ? NEW_STROKE : null)}
        />
        Stroke
        {stroke && (
          <ColourField
            label="Stroke: colour"
            value={stroke.colour}
            onSet={(colour) => onSet({ ...stroke, colour: { ...stroke.colour, ...colour } })}
          />
        )}
      </label>
      {stroke && (
        <>
          <Amount
            label="Stroke width"
            value={stroke.width}
            range={RANGES.strokeWidth}
            step={0.1}
            unit="px"
            curve={3}
            onTry={(width) => onTry({ ...stroke, width })}
            onSet={(width) => onSet({ ...stroke, width })}
          />
          <Choice
            label="Stroke runs"
            value={stroke.place}
            options={STROKE_PLACES.map((value) => ({ value, words: value }))}
            onChoose={(place) => onSet({ ...stroke, place })}
          />
          <Choice
            label="Stroke is"
            value={stroke.dashes ? 'dashes' : 'line'}
            options={[
              { value: 'line', words: 'one line' },
              { value: 'dashes', words: 'dashes' },
            ]}
            onChoose={(how) => onSet({ ...stroke, dashes: how === 'dashes' ? NEW_DASHES : null })}
          />
          {stroke.dashes && (
            <DashRows stroke={stroke} dashes={stroke.dashes} {...{ onTry, onSet }} />
          )}
        </>
      )}
    </>
  );
}

interface DashRowsProps extends StrokeRowsProps {
  readonly stroke: ShapeStroke;
  readonly dashes: StrokeDashes;
}

/** How long the dashes of a stroke are, and how far apart. */
function DashRows({ stroke, dashes, onTry, onSet }: DashRowsProps) {
  return DASH_AMOUNTS.map(({ key, label }) => (
    <Amount
      key={key}
      label={label}
      value={dashes[key]}
      range={RANGES.dash}
      step={0.5}
      unit="px"
      curve={2}
      onTry={(value) => onTry({ ...stroke, dashes: { ...dashes, [key]: value } })}
      onSet={(value) => onSet({ ...stroke, dashes: { ...dashes, [key]: value } })}
    />
  ));
}
