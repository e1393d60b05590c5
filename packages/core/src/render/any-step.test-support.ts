import { BLEND_MODES, type MaskUse, type Step } from '@diplex/document';
import {
  type CurvePoints,
  type Field,
  newStep,
  STEPS,
  STRAIGHT,
  type StepDefinition,
  valueProblems,
} from '@diplex/steps';
import fc from 'fast-check';

const CURVES: readonly CurvePoints[] = [
  STRAIGHT,
  [
    [0, 0.1],
    [0.4, 0.3],
    [0.6, 0.8],
    [1, 0.9],
  ],
  [
    [0.1, 1],
    [0.9, 0],
  ],
];

type Values = {
  readonly [Kind in Field['kind']]: (
    field: Extract<Field, { kind: Kind }>,
  ) => fc.Arbitrary<unknown>;
};

const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Any value of a kind of field, as people set it. */
const VALUES: Values = {
  amount: ({ least, most, start, track = [least, most] }) =>
    fc.oneof(within(track[0], track[1]), fc.constant(start)),
  choice: ({ of }) => fc.constantFrom(...of.map(([value]) => value)),
  colour: () => fc.record({ r: fc.nat(255), g: fc.nat(255), b: fc.nat(255) }),
  curve: () => fc.constantFrom(...CURVES),
  place: () => fc.record({ x: within(0, 1), y: within(0, 1) }),
  table: ({ start }) => fc.constant(start),
  list: ({ least, most, of }) => {
    const item = Object.entries(of).map(([name, field]) => [name, anyValue(field)] as const);
    const items = fc.record(Object.fromEntries(item));
    return fc.array(items, { minLength: least, maxLength: Math.min(most, least + 2) });
  },
};

function anyValue<Kind extends Field['kind']>(
  field: Extract<Field, { kind: Kind }>,
): fc.Arbitrary<unknown> {
  return VALUES[field.kind as Kind](field);
}

/** Any values of a kind of step that it does not refuse. */
export function anyValues(
  definition: Pick<StepDefinition, 'fields' | 'holds'>,
): fc.Arbitrary<Record<string, unknown>> {
  const fields = Object.entries(definition.fields).map(([name, field]) => [name, anyValue(field)]);
  return fc
    .record(Object.fromEntries(fields) as Record<string, fc.Arbitrary<unknown>>)
    .filter((values) => valueProblems(definition, values).length === 0);
}

/** Any step, with a mask by this id or none; of what is brushed there are these tiles. */
export function anyStep(
  mask: string | null,
  definitions: readonly StepDefinition[] = STEPS.map((each) => each.definition),
  tiles: Readonly<Record<string, string>> = {},
): fc.Arbitrary<Step> {
  const uses: (MaskUse | null)[] = [null];
  if (mask !== null) {
    const lies = [1, 0, 0, 1, 0, 0] as const;
    uses.push({ mask, linked: true, turnedRound: false, lies });
    uses.push({ mask, linked: false, turnedRound: true, lies, density: 0.6 });
  }
  return fc.constantFrom(...definitions).chain((definition) =>
    fc
      .record({
        values: anyValues(definition),
        amount: fc.constantFrom(1, 1, 0.4, 0),
        blending: fc.constantFrom('normal' as const, 'normal' as const, ...BLEND_MODES),
        shown: fc.constantFrom(true, true, true, false),
        maskUse: fc.constantFrom(...uses),
        id: fc.uuid(),
      })
      .map(({ values, ...rest }) => ({
        ...newStep(definition, values),
        ...rest,
        ...(definition.brushed && { brushed: { strokes: 1, tiles } }),
      })),
  );
}
