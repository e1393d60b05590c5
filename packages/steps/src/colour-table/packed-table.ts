/** A table from colours to colours: for each of `size` values of red, green and blue what they become, encoded. */
export interface ColourTable {
  /** Nodes along each of the three axes. */
  readonly size: number;
  /** Three for each node, red going through first, then green, then blue; 0..1 and a little beyond. */
  readonly values: Float64Array;
}

/** A table as it is kept in a document: whole numbers of 16 bits, in base64. */
export interface PackedTable {
  readonly size: number;
  readonly data: string;
}

/** Larger tables are made smaller when they come in. */
export const MOST_NODES = 33;

/** What the least and the greatest number of 16 bits stand for. */
const [LEAST, MOST] = [-0.5, 1.5];

const UNIT = (MOST - LEAST) / 65_535;

const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

const VALUES = new Map(Array.from(DIGITS, (digit, value) => [digit, value]));

/** So long is the text of a table of this size. */
export function packedLength(size: number): number {
  return Math.ceil((size ** 3 * 6) / 3) * 4;
}

export function packTable({ size, values }: ColourTable): PackedTable {
  const bytes = new Uint8Array(values.length * 2);
  values.forEach((value, i) => {
    const number = Math.round((Math.max(LEAST, Math.min(MOST, value)) - LEAST) / UNIT);
    bytes[i * 2] = number & 255;
    bytes[i * 2 + 1] = number >> 8;
  });
  const parts: string[] = [];
  for (let i = 0; i < bytes.length; i += 3) {
    const [a = 0, b, c] = bytes.subarray(i, i + 3);
    const bits = (a << 16) | ((b ?? 0) << 8) | (c ?? 0);
    const digit = (shift: number) => DIGITS[(bits >> shift) & 63] as string;
    parts.push(
      digit(18) +
        digit(12) +
        (b === undefined ? '=' : digit(6)) +
        (c === undefined ? '=' : digit(0)),
    );
  }
  return { size, data: parts.join('') };
}

/** @throws RangeError where the text is not that of a table of this size */
export function unpackTable({ size, data }: PackedTable): ColourTable {
  const values = new Float64Array(size ** 3 * 3);
  const bytes = new Uint8Array(values.length * 2 + 3);
  for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
    let bits = 0;
    for (let k = 0; k < 4; k++) bits = (bits << 6) | (VALUES.get(data[i + k] ?? '=') ?? 0);
    bytes.set([(bits >> 16) & 255, (bits >> 8) & 255, bits & 255].slice(0, bytes.length - o), o);
  }
  for (let i = 0; i < values.length; i++) {
    const number = (bytes[i * 2] as number) | ((bytes[i * 2 + 1] as number) << 8);
    values[i] = LEAST + number * UNIT;
  }
  return { size, values };
}

/** Whether a value is a table as it is kept. */
export function isPackedTable(value: unknown): value is PackedTable {
  const table = value as PackedTable | null;
  if (typeof table !== 'object' || table === null) return false;
  const { size, data } = table;
  return (
    Object.keys(table).sort().join() === 'data,size' &&
    Number.isInteger(size) &&
    size >= 2 &&
    size <= MOST_NODES &&
    typeof data === 'string' &&
    data.length === packedLength(size) &&
    /^[A-Za-z0-9+/]*={0,2}$/.test(data)
  );
}

/** The table that changes nothing. */
export function plainTable(size: number): ColourTable {
  const values = new Float64Array(size ** 3 * 3);
  const last = size - 1;
  for (let p = 0, i = 0; i < values.length; p++, i += 3) {
    const [r, g, b] = [p % size, Math.floor(p / size) % size, Math.floor(p / size ** 2)];
    values.set([r / last, g / last, b / last], i);
  }
  return { size, values };
}

/**
 * What a colour becomes, between the nodes of a table by tetrahedra (Kasson et al. 1993), so that greys stay grey
 * where the table leaves them so. What lies beyond 0 to 1 goes on as far beyond what its end becomes.
 * @param to takes three numbers from `at` on; it may hold the colour itself
 */
export function throughTable(
  { size, values }: ColourTable,
  red: number,
  green: number,
  blue: number,
  to: Float32Array | Float64Array,
  at: number,
): void {
  const last = size - 1;
  const inside = (value: number) => Math.max(0, Math.min(1, value));
  const [r, g, b] = [inside(red) * last, inside(green) * last, inside(blue) * last];
  const cell = (value: number) => Math.min(last - 1, Math.floor(value));
  const [i, j, k] = [cell(r), cell(g), cell(b)];
  const [u, v, w] = [r - i, g - j, b - k];
  const first = ((k * size + j) * size + i) * 3;
  const [dr, dg, db] = [3, 3 * size, 3 * size * size];
  // From the first corner to the opposite one along the axes, the longest way first.
  const ways = [
    { by: dr, share: u },
    { by: dg, share: v },
    { by: db, share: w },
  ].sort((a, c) => c.share - a.share);
  const beyond = [red - inside(red), green - inside(green), blue - inside(blue)];
  for (let c = 0; c < 3; c++) {
    let [corner, value] = [first, values[first + c] as number];
    for (const { by, share } of ways) {
      value += share * ((values[corner + by + c] as number) - (values[corner + c] as number));
      corner += by;
    }
    to[at + c] = value + (beyond[c] as number);
  }
}

/** A table with fewer nodes (or more). */
export function resized(table: ColourTable, size: number): ColourTable {
  const made = plainTable(size);
  const { values } = made;
  for (let i = 0; i < values.length; i += 3) {
    const [r, g, b] = [values[i], values[i + 1], values[i + 2]] as [number, number, number];
    throughTable(table, r, g, b, values, i);
  }
  return made;
}
