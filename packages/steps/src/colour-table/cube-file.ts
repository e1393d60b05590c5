import { type ColourTable, MOST_NODES, resized, throughTable } from './packed-table';

/** Why a file is no table that can be read; the message is for the person at the bench. */
export class CubeRefused extends Error {
  override readonly name = 'CubeRefused';
}

/** Tables of more nodes along an axis are not read. */
const MOST_READ = 129;

/** A table that was read, and its title, if it has one. */
export interface CubeFile {
  readonly title: string;
  readonly table: ColourTable;
}

/**
 * Reads a three-dimensional table in the open .cube format: a size, and then a line for each node, red going through
 * first. A table whose domain is not 0 to 1, or that has too many nodes, is worked out anew.
 * @throws CubeRefused, naming the line and what is wrong with it
 */
export function readCube(text: string): CubeFile {
  let [title, size] = ['', 0];
  let domain: { least: readonly number[]; most: readonly number[] } = {
    least: [0, 0, 0],
    most: [1, 1, 1],
  };
  const values: number[] = [];
  const refuse = (line: number, says: string): never => {
    throw new CubeRefused(`Line ${line + 1} ${says}.`);
  };
  const three = (words: readonly string[], line: number): readonly number[] => {
    const numbers = words.map(Number);
    if (numbers.length !== 3 || numbers.some((each) => !Number.isFinite(each))) {
      refuse(line, 'must have three numbers');
    }
    return numbers;
  };
  text.split(/\r\n|\r|\n/).forEach((full, line) => {
    const trimmed = full.trim();
    if (trimmed === '' || trimmed.startsWith('#')) return;
    const [name = '', ...words] = trimmed.split(/\s+/);
    if (name === 'TITLE') title = trimmed.slice(5).trim().replace(/^"|"$/g, '');
    else if (name === 'LUT_1D_SIZE') {
      refuse(line, 'says that this is a table of curves: only three-dimensional ones are read');
    } else if (name === 'LUT_3D_SIZE') {
      size = Number(words[0]);
      if (!Number.isInteger(size) || size < 2 || size > MOST_READ) {
        refuse(line, `must have a size from 2 to ${MOST_READ}`);
      }
    } else if (name === 'DOMAIN_MIN') domain = { ...domain, least: three(words, line) };
    else if (name === 'DOMAIN_MAX') domain = { ...domain, most: three(words, line) };
    else if (/^[A-Z_]+/.test(name)) return;
    else values.push(...three([name, ...words], line));
  });
  if (size === 0)
    throw new CubeRefused('The file does not say how large its table is (LUT_3D_SIZE).');
  const wanted = size ** 3;
  if (values.length !== wanted * 3) {
    throw new CubeRefused(
      `The file has ${values.length / 3} colours, and a table of size ${size} has ${wanted}.`,
    );
  }
  const read = { size, values: Float64Array.from(values) };
  return { title, table: within(read, domain) };
}

/** A table as one over 0 to 1 with no more nodes than are kept. */
function within(
  table: ColourTable,
  { least, most }: { readonly least: readonly number[]; readonly most: readonly number[] },
): ColourTable {
  const plain = [0, 1, 2].every((c) => least[c] === 0 && most[c] === 1);
  const small = table.size <= MOST_NODES ? table : resized(table, MOST_NODES);
  if (plain) return small;
  const made = resized(table, MOST_NODES);
  const { values, size } = made;
  const last = size - 1;
  const moved = (c: number, node: number) => {
    const [from, to] = [least[c] as number, most[c] as number];
    return (node / last - from) / Math.max(1e-9, to - from);
  };
  for (let p = 0, i = 0; i < values.length; p++, i += 3) {
    const [r, g, b] = [p % size, Math.floor(p / size) % size, Math.floor(p / size ** 2)];
    const at = [moved(0, r), moved(1, g), moved(2, b)].map((each) =>
      Math.max(0, Math.min(1, each)),
    );
    throughTable(table, at[0] as number, at[1] as number, at[2] as number, values, i);
  }
  return made;
}

/** A table as a file in the open .cube format. */
export function writeCube({ title, table: { size, values } }: CubeFile): string {
  const lines = [`TITLE "${title.replace(/["\r\n]/g, ' ')}"`, `LUT_3D_SIZE ${size}`];
  for (let i = 0; i < values.length; i += 3) {
    lines.push(
      [values[i], values[i + 1], values[i + 2]]
        .map((each) => (each as number).toFixed(6))
        .join(' '),
    );
  }
  return `${lines.join('\n')}\n`;
}
