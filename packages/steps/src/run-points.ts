import type { BlendMode } from '@diplex/document';
import { unwrittenImage } from '@diplex/imaging';
import {
  compositeRows,
  decodeInPlace,
  encodeRow,
  inScratch,
  labRow,
  lightRow,
  type MixSpaceName,
  mixRow,
  premultiplyRow,
  scratchFloats,
  straightenRow,
} from '@diplex/kernels';
import type { PointOperation, PointSpace, RunChange, RunPlace } from './computation';

/** How a point step is mixed with what comes in. */
export interface PointStep {
  readonly operations: readonly PointOperation[];
  /** 0..1 */
  readonly amount: number;
  readonly blending: BlendMode;
  /** One value a pixel of the image; null for 1 everywhere. */
  readonly mask: Float32Array | null;
}

/** A step ready to run, with its changes in reach of the kernels. */
interface Loaded extends PointStep {
  readonly changes: readonly Readonly<Partial<Record<PointSpace, RunChange>>>[];
  /** Whether the result simply takes the place of what comes in. */
  readonly whole: boolean;
}

/** From what to what pixels are taken; all ways lead over linear light. */
const TO_LIGHT: Readonly<Record<PointSpace, (pixels: Float32Array) => void>> = {
  light: () => undefined,
  encoded: decodeInPlace,
  oklab: lightRow,
};
const FROM_LIGHT: typeof TO_LIGHT = { light: () => undefined, encoded: encodeRow, oklab: labRow };

/** Straight pixels, in the space of the operation before. */
class Run {
  constructor(
    private readonly pixels: Float32Array,
    private space: PointSpace,
  ) {}

  /** Does an operation where the pixels are, if it can be done there. */
  change(how: Loaded['changes'][number], at: RunPlace): void {
    const known = ([this.space, 'light', 'encoded', 'oklab'] as const).find((each) => how[each]);
    if (known) how[known]?.(this.in(known), at);
  }

  in(space: PointSpace): Float32Array {
    if (space !== this.space) {
      TO_LIGHT[this.space](this.pixels);
      FROM_LIGHT[space](this.pixels);
      this.space = space;
    }
    return this.pixels;
  }
}

/** Gives straight pixels the colours that a blend mode makes of them and of changed ones; alpha stays. */
function blended(
  run: Float32Array,
  before: Float32Array,
  { blending }: PointStep,
  space: MixSpaceName,
): void {
  const backdrop = scratchFloats(run.length);
  backdrop.set(before);
  for (let i = 3; i < run.length; i += 4) {
    backdrop[i] = 1;
    run[i] = 1;
  }
  compositeRows(blending, backdrop, run, null, 1, space);
  run.set(backdrop);
  for (let i = 3; i < run.length; i += 4) run[i] = before[i] as number;
}

function runStep(
  run: Run,
  step: Loaded,
  at: RunPlace,
  space: MixSpaceName,
  mask: Float32Array | null,
): void {
  const changed = () => {
    for (const each of step.changes) run.change(each, at);
  };
  if (step.whole) return changed();
  inScratch(() => {
    const pixels = run.in(space);
    const before = scratchFloats(pixels.length);
    before.set(pixels);
    changed();
    const after = run.in(space);
    if (step.blending !== 'normal') blended(after, before, step, space);
    mixRow(before, after, mask, step.amount);
    after.set(before);
  });
}

/**
 * Puts premultiplied pixels through a run of point steps, in place: every row is loaded once, passes through all of
 * them, and is stored once. Between steps values go beyond 0..1 and nothing is lost.
 * @param data premultiplied RGBA in `space`
 * @param placeOf where each row lies in what the steps work on
 */
export function runPoints(
  data: Float32Array,
  width: number,
  steps: readonly PointStep[],
  space: MixSpaceName,
  placeOf: (row: number) => RunPlace,
): void {
  inScratch(() => {
    const loaded = steps.map(
      (step): Loaded => ({
        ...step,
        changes: step.operations.map((each) => ({
          ...(each.light && { light: each.light() }),
          ...(each.encoded && { encoded: each.encoded() }),
          ...(each.oklab && { oklab: each.oklab() }),
        })),
        whole: step.amount === 1 && step.mask === null && step.blending === 'normal',
      }),
    );
    const line = width * 4;
    const room = unwrittenImage(width, 1).data;
    for (let y = 0; y * line < data.length; y++) {
      const row = data.subarray(y * line, (y + 1) * line);
      room.set(row);
      straightenRow(room);
      const run = new Run(room, space);
      const at = placeOf(y);
      for (const step of loaded) {
        runStep(run, step, at, space, step.mask?.subarray(y * width, (y + 1) * width) ?? null);
      }
      const done = run.in(space);
      premultiplyRow(done);
      row.set(done);
    }
  });
}

/**
 * Mixes what a step that looks around gives with what came in: both premultiplied in `space`.
 * @param before changed in place
 */
export function mixStep(
  before: Float32Array,
  after: Float32Array,
  step: Pick<PointStep, 'amount' | 'blending' | 'mask'>,
  space: MixSpaceName,
): void {
  if (step.blending !== 'normal') {
    inScratch(() => {
      const straight = scratchFloats(before.length);
      straight.set(before);
      straightenRow(straight);
      const alphas = new Float32Array(after.length / 4).map((_, p) => after[p * 4 + 3] ?? 0);
      straightenRow(after);
      blended(after, straight, { ...step, operations: [] }, space);
      for (let p = 0; p < alphas.length; p++) after[p * 4 + 3] = alphas[p] as number;
      premultiplyRow(after);
    });
  }
  mixRow(before, after, step.mask, step.amount);
}
