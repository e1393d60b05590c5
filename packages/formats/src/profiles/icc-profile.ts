/** A colour space of three primaries that a file's samples can be in. */
export interface RgbSpace {
  /** The words that programs show for it; plain ASCII. */
  readonly name: string;
  /** CIE 1931 xy of red, green and blue; white is D65. */
  readonly primaries: readonly [Chromaticity, Chromaticity, Chromaticity];
  /** How samples stand for light: as they are, or by the curve of IEC 61966-2-1. */
  readonly curve: 'linear' | 'srgb';
}

export type Chromaticity = readonly [x: number, y: number];

const D65: Chromaticity = [0.3127, 0.329];
/** The white that profiles connect by (ICC.1, 6.3.4.3). */
const D50 = [0.9642, 1, 0.8249] as const;

/** What the Bradford transform sees colours by (ICC.1 annex E). */
const BRADFORD = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
] as const;

type Vector = readonly [number, number, number];
type Matrix = readonly [Vector, Vector, Vector];

function times(m: Matrix, v: Vector): Vector {
  const row = (i: 0 | 1 | 2) => m[i][0] * v[0] + m[i][1] * v[1] + m[i][2] * v[2];
  return [row(0), row(1), row(2)];
}

function multiplied(a: Matrix, b: Matrix): Matrix {
  const column = (j: 0 | 1 | 2) => times(a, [b[0][j], b[1][j], b[2][j]]);
  const [x, y, z] = [column(0), column(1), column(2)];
  return [
    [x[0], y[0], z[0]],
    [x[1], y[1], z[1]],
    [x[2], y[2], z[2]],
  ];
}

/** The inverse of a matrix that has one. */
export function inverted(m: Matrix): Matrix {
  const minor = (i: 0 | 1 | 2, j: 0 | 1 | 2) => {
    const [a, b] = ([0, 1, 2] as const).filter((k) => k !== i) as [0 | 1 | 2, 0 | 1 | 2];
    const [c, d] = ([0, 1, 2] as const).filter((k) => k !== j) as [0 | 1 | 2, 0 | 1 | 2];
    return m[a][c] * m[b][d] - m[a][d] * m[b][c];
  };
  const of = (i: 0 | 1 | 2, j: 0 | 1 | 2) => ((i + j) % 2 ? -1 : 1) * minor(j, i);
  const determinant = m[0][0] * minor(0, 0) - m[0][1] * minor(0, 1) + m[0][2] * minor(0, 2);
  const row = (i: 0 | 1 | 2): Vector => [
    of(i, 0) / determinant,
    of(i, 1) / determinant,
    of(i, 2) / determinant,
  ];
  return [row(0), row(1), row(2)];
}

function fromXy([x, y]: Chromaticity): Vector {
  return [x / y, 1, (1 - x - y) / y];
}

/** From light in a space to CIE XYZ under its own white, D65. */
export function toXyz({ primaries }: RgbSpace): Matrix {
  const [r, g, b] = primaries.map(fromXy) as [Vector, Vector, Vector];
  const columns: Matrix = [
    [r[0], g[0], b[0]],
    [r[1], g[1], b[1]],
    [r[2], g[2], b[2]],
  ];
  const much = times(inverted(columns), fromXy(D65));
  const scaled = (row: Vector): Vector => [row[0] * much[0], row[1] * much[1], row[2] * much[2]];
  return [scaled(columns[0]), scaled(columns[1]), scaled(columns[2])];
}

/** From light in one space to light in another, row by row. */
export function betweenSpaces(from: RgbSpace, to: RgbSpace): Matrix {
  return multiplied(inverted(toXyz(to)), toXyz(from));
}

function adaptedToD50(): Matrix {
  const [own, wanted] = [times(BRADFORD, fromXy(D65)), times(BRADFORD, D50)];
  const gains: Matrix = [
    [wanted[0] / own[0], 0, 0],
    [0, wanted[1] / own[1], 0],
    [0, 0, wanted[2] / own[2]],
  ];
  return multiplied(inverted(BRADFORD), multiplied(gains, BRADFORD));
}

/** A number of 16 bits before the point and 16 after it. */
function fixed(value: number): number {
  return Math.round(value * 65_536);
}

function tagged(type: string, length: number): DataView {
  const view = new DataView(new ArrayBuffer(length));
  [...type].forEach((letter, i) => {
    view.setUint8(i, letter.charCodeAt(0));
  });
  return view;
}

function xyzTag([x, y, z]: Vector): DataView {
  const view = tagged('XYZ ', 20);
  [x, y, z].forEach((value, i) => {
    view.setInt32(8 + i * 4, fixed(value));
  });
  return view;
}

/** Text in one language (ICC.1, 10.15). */
function textTag(words: string): DataView {
  const view = tagged('mluc', 28 + words.length * 2);
  view.setUint32(8, 1);
  view.setUint32(12, 12);
  view.setUint32(16, 0x656e_5553);
  view.setUint32(20, words.length * 2);
  view.setUint32(24, 28);
  [...words].forEach((letter, i) => {
    view.setUint16(28 + i * 2, letter.charCodeAt(0));
  });
  return view;
}

/** The curve of IEC 61966-2-1 as a parametric curve of type 3, or a straight line (ICC.1, 10.18 and 10.6). */
function curveTag(curve: RgbSpace['curve']): DataView {
  if (curve === 'linear') return tagged('curv', 12);
  const view = tagged('para', 32);
  view.setUint16(8, 3);
  [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045].forEach((value, i) => {
    view.setInt32(12 + i * 4, fixed(value));
  });
  return view;
}

function adaptationTag(): DataView {
  const view = tagged('sf32', 44);
  adaptedToD50()
    .flat()
    .forEach((value, i) => {
      view.setInt32(8 + i * 4, fixed(value));
    });
  return view;
}

const HEADER = 128;

/** A display profile of version 4.3 with three colorants and a curve (ICC.1:2010). */
export function iccProfile(space: RgbSpace): Uint8Array {
  const [x, y, z] = multiplied(adaptedToD50(), toXyz(space));
  const colorant = (i: 0 | 1 | 2) => xyzTag([x[i], y[i], z[i]]);
  const curve = curveTag(space.curve);
  const tags: readonly (readonly [string, DataView])[] = [
    ['desc', textTag(space.name)],
    ['cprt', textTag('No rights reserved')],
    ['wtpt', xyzTag(D50)],
    ['chad', adaptationTag()],
    ...(['rXYZ', 'gXYZ', 'bXYZ'] as const).map(
      (name, i) => [name, colorant(i as 0 | 1 | 2)] as const,
    ),
    ...(['rTRC', 'gTRC', 'bTRC'] as const).map((name) => [name, curve] as const),
  ];
  const table = HEADER + 4 + tags.length * 12;
  const places = new Map<DataView, number>();
  let end = table;
  for (const [, data] of tags) {
    if (places.has(data)) continue;
    places.set(data, end);
    end += Math.ceil(data.byteLength / 4) * 4;
  }
  const bytes = new Uint8Array(end);
  const view = new DataView(bytes.buffer);
  const letters = (at: number, text: string) =>
    bytes.set(
      [...text].map((c) => c.charCodeAt(0)),
      at,
    );
  view.setUint32(0, end);
  view.setUint32(8, 0x0430_0000);
  letters(12, 'mntrRGB XYZ ');
  // A date is asked for; the same one in every file keeps files the same.
  [2026, 1, 1].forEach((value, i) => {
    view.setUint16(24 + i * 2, value);
  });
  letters(36, 'acsp');
  D50.forEach((value, i) => {
    view.setInt32(68 + i * 4, fixed(value));
  });
  view.setUint32(HEADER, tags.length);
  tags.forEach(([name, data], i) => {
    const at = HEADER + 4 + i * 12;
    const place = places.get(data) ?? 0;
    letters(at, name);
    view.setUint32(at + 4, place);
    view.setUint32(at + 8, data.byteLength);
    bytes.set(new Uint8Array(data.buffer), place);
  });
  return bytes;
}
