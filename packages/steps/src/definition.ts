import type { BlendMode } from '@diplex/document';
import type { Fields, ValuesOf } from './fields';

/** What a step is for: the search list is grouped by it. */
export const STEP_GROUPS = ['Light', 'Colour', 'Sharpness', 'Round the edge'] as const;
export type StepGroup = (typeof STEP_GROUPS)[number];

/** What a step works on: content before it is covered, or the thing as its mask leaves it. */
export type WorksOn = 'content' | 'covered';

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
  /** Whether these values change nothing at all. */
  neutral(values: ValuesOf<Of>): boolean;
  /** What is wrong with values that are each in their range: the field and the words. */
  holds?(values: ValuesOf<Of>): { readonly field: keyof Of & string; readonly says: string } | null;
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
export function startValues<Of extends Fields>({ fields }: StepDefinition<Of>): ValuesOf<Of> {
  const pairs = Object.entries(fields).map(([name, { start }]) => [name, start]);
  return Object.fromEntries(pairs) as ValuesOf<Of>;
}
