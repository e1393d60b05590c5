import { invert, type Matrix, type Point, transform } from '@diplex/document';
import type { Fields, ListField } from '@diplex/steps';
import type Konva from 'konva';
import { Fragment } from 'react';
import { Line } from 'react-konva';
import { toComposition, useCamera } from './camera-store';
import { Knob } from './Knob';

type Values = Readonly<Record<string, unknown>>;
type Item = Readonly<Record<string, unknown>>;

interface PlaceHandlesProps {
  readonly fields: Fields;
  readonly values: Values;
  /** From shares of the width and height of what the places lie in to composition pixels. */
  readonly fromShares: Matrix;
  readonly onTry: (values: Values) => void;
  readonly onSet: (values: Values) => void;
}

/** Places lie so far beyond what they are shares of at most. */
const FARTHEST = 10;

/** A place among values, and the values with it elsewhere. */
interface Handle {
  readonly key: string;
  readonly at: Point;
  readonly moved: (to: Point) => Values;
}

function handlesOf(fields: Fields, values: Values): Handle[] {
  return Object.entries(fields).flatMap(([name, field]): Handle[] => {
    if (field.kind === 'place') {
      const moved = (to: Point) => ({ [name]: to });
      return [{ key: name, at: values[name] as Point, moved }];
    }
    if (field.kind !== 'list') return [];
    const items = values[name] as readonly Item[];
    return items.flatMap((item, i) =>
      placesIn(field).map((part) => ({
        key: `${name}.${i}.${part}`,
        at: item[part] as Point,
        moved: (to: Point) => ({
          [name]: items.map((each, j) => (j === i ? { ...each, [part]: to } : each)),
        }),
      })),
    );
  });
}

function placesIn({ of }: ListField): string[] {
  return Object.entries(of).flatMap(([part, { kind }]) => (kind === 'place' ? [part] : []));
}

/** The places among values as knobs over the picture; those of a list are joined by a line. */
export function PlaceHandles({ fields, values, fromShares, onTry, onSet }: PlaceHandlesProps) {
  const { zoom, x, y } = useCamera();
  const onScreen = (place: Point) => {
    const at = transform(fromShares, place);
    return { x: x + at.x * zoom, y: y + at.y * zoom };
  };
  const movedTo = ({ moved }: Handle, { target }: Konva.KonvaEventObject<DragEvent>) => {
    const place = toComposition({ x: target.x(), y: target.y() });
    const { x: across, y: down } = transform(invert(fromShares), place);
    const within = (value: number) => Math.max(-FARTHEST, Math.min(FARTHEST, value));
    return moved({ x: within(across), y: within(down) });
  };
  const lines = Object.entries(fields).flatMap(([name, field]) => {
    if (field.kind !== 'list') return [];
    return placesIn(field).map((part) =>
      (values[name] as readonly Item[]).map((item) => onScreen(item[part] as Point)),
    );
  });
  return (
    <>
      {lines.map((places, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines keep their order
        <Fragment key={i}>
          {(['#1b1507', '#d9a74a'] as const).map((stroke, under) => (
            <Line
              key={stroke}
              points={places.flatMap((at) => [at.x, at.y])}
              stroke={stroke}
              strokeWidth={under === 0 ? 3 : 1.4}
              listening={false}
            />
          ))}
        </Fragment>
      ))}
      {handlesOf(fields, values).map((handle) => (
        <Knob
          key={handle.key}
          look="filled"
          at={onScreen(handle.at)}
          onTry={(event) => onTry(movedTo(handle, event))}
          onSet={(event) => onSet(movedTo(handle, event))}
        />
      ))}
    </>
  );
}
