import { stopKernels } from '@diplex/kernels';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { newStep } from '../new-step';
import { definitionOf } from '../table';
import { CubeRefused, readCube, writeCube } from './cube-file';
import {
  type ColourTable,
  isPackedTable,
  packTable,
  plainTable,
  resized,
  throughTable,
  unpackTable,
} from './packed-table';
import { tableOfChain } from './table-of-chain';

afterAll(stopKernels);

const share = fc.double({ min: 0, max: 1, noNaN: true });

function through(table: ColourTable, r: number, g: number, b: number): number[] {
  const to = new Float64Array(3);
  throughTable(table, r, g, b, to, 0);
  return Array.from(to);
}

/** A table of some smooth change. */
function changed(size: number): ColourTable {
  const table = plainTable(size);
  const values = table.values.map((value, i) => 0.9 * value ** 1.2 + 0.03 * (i % 3));
  return { size, values };
}

describe('a table of colours', () => {
  it('gives every colour back where it changes nothing, beyond white too', () => {
    fc.assert(
      fc.property(share, share, share, (r, g, b) => {
        through(plainTable(7), r, g, b).forEach((value, c) => {
          expect(value).toBeCloseTo([r, g, b][c] as number, 9);
        });
      }),
    );
    expect(through(plainTable(3), 1.5, -0.2, 0.5)[0]).toBeCloseTo(1.5, 9);
    expect(through(plainTable(3), 1.5, -0.2, 0.5)[1]).toBeCloseTo(-0.2, 9);
  });

  it('is kept to 16 bits, and refused when its text is not whole', () => {
    const table = changed(9);
    const packed = packTable(table);
    expect(isPackedTable(packed)).toBe(true);
    unpackTable(packed).values.forEach((value, i) => {
      expect(Math.abs(value - (table.values[i] as number))).toBeLessThan(2 / 65_535);
    });
    expect(isPackedTable({ ...packed, data: packed.data.slice(4) })).toBe(false);
    expect(isPackedTable({ ...packed, size: 400 })).toBe(false);
  });

  it('says the same with fewer nodes, where it is smooth', () => {
    const [many, few] = [changed(33), resized(changed(33), 17)];
    fc.assert(
      fc.property(share, share, share, (r, g, b) => {
        const [a, c] = [through(many, r, g, b), through(few, r, g, b)];
        for (const [i, value] of a.entries()) {
          expect(Math.abs(value - (c[i] as number))).toBeLessThan(0.004);
        }
      }),
    );
  });
});

/** An independent reader: by the format's own words, node by node. */
function independent(text: string): number[][] {
  return text
    .split('\n')
    .filter((line) => /^\s*-?[\d.]/.test(line))
    .map((line) => line.trim().split(/\s+/).map(Number));
}

describe('the .cube format', () => {
  it('is written so that others read the same colours', () => {
    const table = changed(5);
    const nodes = independent(writeCube({ title: 'A "test"', table }));
    expect(nodes).toHaveLength(125);
    nodes.forEach((colour, node) => {
      colour.forEach((value, c) => {
        expect(Math.abs(value - (table.values[node * 3 + c] as number))).toBeLessThan(1 / 1023);
      });
    });
  });

  it('is read as it was written, with comments, a title and another domain', () => {
    const table = changed(5);
    const back = readCube(`# made up\r\n${writeCube({ title: 'Dusk', table })}`);
    expect(back.title).toBe('Dusk');
    back.table.values.forEach((value, i) => {
      expect(Math.abs(value - (table.values[i] as number))).toBeLessThan(1 / 1023);
    });
    const wide = `LUT_3D_SIZE 2\nDOMAIN_MIN 0 0 0\nDOMAIN_MAX 2 2 2\n${independent(
      writeCube({ title: '', table: plainTable(2) }),
    )
      .map((colour) => colour.map((each) => each * 2).join(' '))
      .join('\n')}`;
    const [r, g, b] = through(readCube(wide).table, 0.3, 0.6, 0.9) as [number, number, number];
    expect([r, g, b].map((each) => Math.round(each * 1000))).toEqual([300, 600, 900]);
  });

  it.each([
    ['', 'how large'],
    ['LUT_3D_SIZE 2\n0 0 0', '1 colours'],
    ['LUT_3D_SIZE 2\n0 0 x', 'Line 2'],
    ['LUT_3D_SIZE 4000', 'size from 2'],
    ['LUT_1D_SIZE 16', 'curves'],
  ])('is refused with what is wrong: %j', (text, says) => {
    expect(() => readCube(text)).toThrow(CubeRefused);
    expect(() => readCube(text)).toThrow(says);
  });
});

describe('a chain as a table', () => {
  it('does what its steps of colours do, and names those it cannot hold', () => {
    const steps = [
      newStep(definitionOf('levels'), { black: 0.1 }),
      newStep(definitionOf('blur'), { size: 5 }),
      newStep(definitionOf('saturation'), { saturation: -1 }),
    ];
    const { table, left } = tableOfChain(steps, 17);
    expect(left).toEqual(['Blur']);
    const [r, g, b] = through(table, 0.8, 0.4, 0.2) as [number, number, number];
    expect(r).toBeCloseTo(g, 2);
    expect(g).toBeCloseTo(b, 2);
    expect(through(table, 0.1, 0.1, 0.1)[0]).toBeLessThan(0.02);
  });
});
