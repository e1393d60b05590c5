import type { BlendMode } from '@diplex/document';
import type { Fields, ValuesOf } from './fields';

/** What a step is for: the search list is grouped by it. */
export const STEP_GROUPS = [
  'Light',
  'Colour',
  'Sharpness',
  'Shape',
  'Painted',
  'Round the edge',
  'By brush',
] as const;
export type StepGroup = (typeof STEP_GROUPS)[number];

/** What a step works on: content before it is covered, or the thing as its mask leaves it. */
export type WorksOn = 'content' | 'covered';

/** A colour of a picture: straight and encoded, red, green and blue, 0..1. */
export type PickedColour = readonly [red: number, green: number, blue: number];

/** A way to set values by a colour of the picture. */
export interface ColourPick<Of extends Fields = Fields> {
  /** On the button that asks for it. */
  readonly words: string;
  /** What to press on, to complete "Press on …". */
  readonly asks: string;
  /** Whose colour: what comes into the step, or what the picture shows. */
  readonly from: 'input' | 'picture';
  /** Left out where a button offers it; otherwise the editor says which of its values it is for. */
  readonly on?: 'curve' | 'item';
  /** The values that a colour gives, or in words why it gives none. */
  take(values: ValuesOf<Of>, colour: PickedColour, on: string): Partial<ValuesOf<Of>> | string;
}

/** How a kind of step is brushed: it works only where brushes laid it down. */
export interface BrushedBy<Of extends Fields = Fields> {
  /** What a stroke does, and what one by the second button does: the opposite, or taking it away. */
  readonly does: string;
  readonly undoes: string;
  /** The values of the opposite; the second button takes away where there is none. */
  against?(values: ValuesOf<Of>): ValuesOf<Of>;
}

/** Everything about a kind of step but how its pixels are worked out. */
export interface StepDefinition<Of extends Fields = Fields> {
  /** Its name in documents. */
  readonly kind: string;
  /** Counts up when its values come to mean something else. */
  readonly version: number;
  readonly words: string;
  readonly group: StepGroup;
  /** What it does, in words people search by. */
  readonly finds: readonly string[];
  readonly on: WorksOn;
  readonly fields: Of;
  /** How it is mixed with what it works on, when it is new; normal when left out. */
  readonly blending?: BlendMode;
  /** The names of fields that say nothing while the others are as they are; none when left out. */
  idle?(values: ValuesOf<Of>): readonly (keyof Of & string)[];
  /** Whether these values change nothing at all. */
  neutral(values: ValuesOf<Of>): boolean;
  /** What is wrong with values that are each in their range: the field and the words. */
  holds?(values: ValuesOf<Of>): { readonly field: keyof Of & string; readonly says: string } | null;
  /** Left out where it works everywhere. */
  readonly brushed?: BrushedBy<Of>;
  /** What a press on the picture can set, by name. */
  readonly picks?: Readonly<Record<string, ColourPick<Of>>>;
  /** What the search list shows of it, and a step begins with that is taken from there. */
  readonly sample: Partial<ValuesOf<Of>>;
  /** Values of an earlier version as those of the next one. */
  readonly migrations?: Readonly<Record<number, (values: Record<string, unknown>) => object>>;
}

export function defineStep<const Of extends Fields>(
  definition: StepDefinition<Of>,
): StepDefinition<Of> {
  return definition;
}

/** The values that each field is brought back to. */
export function startValues<Of extends Fields>({ fields }: { readonly fields: Of }): ValuesOf<Of> {
  const pairs = Object.entries(fields).map(([name, { start }]) => [name, start]);
  return Object.fromEntries(pairs) as ValuesOf<Of>;
}

/** The fields that say something while all have these values. */
export function fieldsAtWork(
  { fields, idle }: Pick<StepDefinition, 'fields' | 'idle'>,
  values: Readonly<Record<string, unknown>>,
): Fields {
  const silent: readonly string[] = idle?.(values as ValuesOf<Fields>) ?? [];
  return Object.fromEntries(Object.entries(fields).filter(([name]) => !silent.includes(name)));
}
