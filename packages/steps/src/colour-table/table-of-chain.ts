import type { Step } from '@diplex/document';
import { inScratch, scratchFloats } from '@diplex/kernels';
import { type PointStep, runPoints } from '../run-points';
import { isAtWork, presentValues } from '../step-values';
import { definitionOf, stepEntry } from '../table';
import { type ColourTable, plainTable } from './packed-table';

/** What of a chain a table can hold, and the names of the steps that it cannot. */
export interface TableOfChain {
  readonly table: ColourTable;
  readonly left: readonly string[];
}

/** Whether a step changes colours alone: the same everywhere, whatever lies around. */
function isOfColours(step: Step): boolean {
  const compute = stepEntry(step.kind)?.compute;
  const { brushed, fields } = definitionOf(step.kind);
  const placed = Object.values(fields).some(({ kind }) => kind === 'place');
  return compute?.reads === 'point' && !compute.measures && !brushed && !placed && !step.maskUse;
}

/** The chain of a layer as a table from colours to colours: those of its steps that go by nothing but colours. */
export function tableOfChain(steps: readonly Step[], size: number): TableOfChain {
  const atWork = steps.filter(isAtWork);
  const [kept, left] = [atWork.filter(isOfColours), atWork.filter((step) => !isOfColours(step))];
  const table = plainTable(size);
  const made = kept.map((step): PointStep => {
    const compute = stepEntry(step.kind)?.compute;
    const operations = compute?.reads === 'point' ? compute.prepare(presentValues(step), null) : [];
    return { operations, amount: step.amount, blending: step.blending, mask: null };
  });
  const width = size * size;
  const values = inScratch(() => {
    const pixels = scratchFloats((table.values.length / 3) * 4);
    for (let p = 0; p < pixels.length / 4; p++) {
      pixels.set([...table.values.subarray(p * 3, p * 3 + 3), 1], p * 4);
    }
    const at = { u: 0.5, v: 0.5, du: 0, dv: 0, first: 0, aspect: 1, row: 0, scale: 1 };
    runPoints(pixels, width, made, 'encoded', () => at);
    return Float64Array.from(
      { length: table.values.length },
      (_, i) => pixels[Math.floor(i / 3) * 4 + (i % 3)] as number,
    );
  });
  return { table: { size, values }, left: left.map(({ name }) => name) };
}
