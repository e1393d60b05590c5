import type { Point } from '@diplex/document';
import { type PackedTable, packTable, plainTable } from './colour-table/packed-table';

/** How an amount is told: shares as percent, lengths in composition pixels. */
export type Unit = '%' | 'px' | 'stops' | '°' | '';

/** A number within a range. */
export interface AmountField {
  readonly kind: 'amount';
  readonly words: string;
  readonly least: number;
  readonly most: number;
  /** What a double-click brings back: where it changes nothing, if there is such a value. */
  readonly start: number;
  /** What of the range a slider goes over, where all of it would be too coarse; any of it can be typed. */
  readonly track?: readonly [from: number, to: number];
  readonly unit: Unit;
}

/** One of a few, each with its words. */
export interface ChoiceField<Value extends string = string> {
  readonly kind: 'choice';
  readonly words: string;
  readonly of: readonly (readonly [value: Value, words: string])[];
  readonly start: Value;
}

/** Straight and display-encoded, 0..255. */
export interface StepColour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

/** Encoded values of 0..1 as a colour of a step. */
export function asBytes([r, g, b]: readonly [number, number, number]): StepColour {
  const byte = (value: number) => Math.round(255 * Math.max(0, Math.min(1, value)));
  return { r: byte(r), g: byte(g), b: byte(b) };
}

export interface ColourField {
  readonly kind: 'colour';
  readonly words: string;
  readonly start: StepColour;
}

/** Points of a curve, from left to right; encoded values, 0..1. */
export type CurvePoints = readonly (readonly [x: number, y: number])[];

export interface CurveField {
  readonly kind: 'curve';
  readonly words: string;
  readonly start: CurvePoints;
}

/** A place in what the step works on, as shares of its width and height: 0, 0 is its first corner. */
export interface PlaceField {
  readonly kind: 'place';
  readonly words: string;
  readonly start: Point;
}

/** A table from colours to colours, which comes from a file. */
export interface TableField {
  readonly kind: 'table';
  readonly words: string;
  readonly start: PackedTable;
}

/** What an item of a list may have. */
export type ItemField = AmountField | ChoiceField | ColourField | PlaceField;
export type ItemFields = Readonly<Record<string, ItemField>>;

/** Several of a kind, each with the same fields. */
export interface ListField<Of extends ItemFields = ItemFields> {
  readonly kind: 'list';
  readonly words: string;
  /** What one of them is called. */
  readonly one: string;
  readonly least: number;
  readonly most: number;
  readonly of: Of;
  readonly start: readonly ItemOf<Of>[];
}

export type ItemOf<Of extends ItemFields> = {
  readonly [Name in keyof Of]: Of[Name] extends AmountField
    ? number
    : Of[Name] extends ChoiceField<infer Value>
      ? Value
      : Of[Name] extends PlaceField
        ? Point
        : StepColour;
};

export type Field =
  | AmountField
  | ChoiceField
  | ColourField
  | CurveField
  | PlaceField
  | ListField
  | TableField;
export type Fields = Readonly<Record<string, Field>>;

export type ValueOf<Kind extends Field> = Kind extends AmountField
  ? number
  : Kind extends ChoiceField<infer Value>
    ? Value
    : Kind extends ColourField
      ? StepColour
      : Kind extends CurveField
        ? CurvePoints
        : Kind extends ListField<infer Of>
          ? readonly ItemOf<Of>[]
          : Kind extends TableField
            ? PackedTable
            : Point;

export type ValuesOf<Of extends Fields> = { readonly [Name in keyof Of]: ValueOf<Of[Name]> };

/** An amount from nothing to all. */
export const SHARE = { least: 0, most: 1, unit: '%' } as const;
/** An amount from all the one way to all the other. */
export const BOTH_WAYS = { least: -1, most: 1, start: 0, unit: '%' } as const;

export function amount(words: string, spec: Omit<AmountField, 'kind' | 'words'>): AmountField {
  return { kind: 'amount', words, ...spec };
}

export function choice<const Value extends string>(
  words: string,
  of: readonly (readonly [value: Value, words: string])[],
  start: NoInfer<Value>,
): ChoiceField<Value> {
  return { kind: 'choice', words, of, start };
}

export function colour(words: string, start: StepColour): ColourField {
  return { kind: 'colour', words, start };
}

/** A table that begins as one that changes nothing. */
export function table(words: string): TableField {
  return { kind: 'table', words, start: packTable(plainTable(2)) };
}

/** A curve that begins as a straight line: everything as it is. */
export function curve(words: string): CurveField {
  return { kind: 'curve', words, start: STRAIGHT };
}

export function place(words: string, start: Point): PlaceField {
  return { kind: 'place', words, start };
}

/** @param start what it has when the step is new */
export function list<const Of extends ItemFields>(
  words: string,
  spec: Omit<ListField<Of>, 'kind' | 'words'>,
): ListField<Of> {
  return { kind: 'list', words, ...spec };
}

export const STRAIGHT: CurvePoints = [
  [0, 0],
  [1, 1],
];

export function isStraight(points: CurvePoints): boolean {
  return points.every(([x, y]) => x === y);
}
