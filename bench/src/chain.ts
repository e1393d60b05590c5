import { KernelMemory, scratchFloats, startKernels, stopKernels } from '@diplex/kernels';
import { type PointComputation, runPoints, startValues, stepEntry } from '@diplex/steps';
import { compare, milliseconds, type Row } from './row';

const MEGA = 2 ** 20;
const SIDE = 1024;

/** Eight point steps as a retoucher sets them, on linear light and on encoded values by turns. */
const EIGHT: readonly (readonly [kind: string, values: object])[] = [
  ['exposure', { stops: 0.4 }],
  ['white-balance', { temperature: 20 }],
  ['levels', { black: 0.03, middle: 1.2 }],
  [
    'curves',
    {
      all: [
        [0, 0],
        [0.3, 0.25],
        [0.7, 0.76],
        [1, 1],
      ],
    },
  ],
  ['saturation', { saturation: 0.2 }],
  ['tint', {}],
  ['vignette', { strength: 0.4 }],
  ['levels', { lightest: 0.95 }],
];

function stepOf([kind, values]: readonly [string, object]) {
  const entry = stepEntry(kind);
  if (!entry) throw new Error(`There is no step ${kind}.`);
  const compute = entry.compute as PointComputation<object>;
  const operations = compute.prepare({ ...startValues(entry.definition), ...values }, null);
  return { operations, amount: 1, blending: 'normal' as const, mask: null };
}

/** A chain of eight point steps on a million float pixels against the dearest of them. */
export async function* chainRows(): AsyncGenerator<Row> {
  const memory = KernelMemory.create(256 * MEGA);
  if (!memory) throw new Error('The kernels do not run here.');
  startKernels(memory.share, memory.allocate(64 * MEGA));
  const data = scratchFloats(4 * SIDE * SIDE);
  const fill = () => {
    for (let i = 0; i < data.length; i++) data[i] = i % 4 === 3 ? 1 : ((i * 7919) % 256) / 255;
  };
  const place = (row: number) => ({
    ...{ u: 0, v: row / SIDE, du: 1 / SIDE, dv: 0, first: 0, aspect: 1, row, scale: 1 },
  });
  const run = (steps: readonly ReturnType<typeof stepOf>[]) => () =>
    runPoints(data, SIDE, steps, 'light', place);
  const all = EIGHT.map(stepOf);
  const alone: { name: string; step: (typeof all)[number]; ms: number }[] = [];
  for (const [i, step] of all.entries()) {
    fill();
    run([step])();
    const ms = await milliseconds(run([step]));
    alone.push({ name: EIGHT[i]?.[0] ?? '', step, ms });
  }
  const [dearest] = alone.sort((one, other) => other.ms - one.ms);
  if (dearest) {
    yield await compare(
      'chain of 8 point steps, 1 MP floats, one thread',
      `the dearest of them alone, ${dearest.name}`,
      2.5,
      run(all),
      run([dearest.step]),
      5,
      fill,
    );
  }
  stopKernels();
}
