import { decode, encode } from '../transfer/transfer';
import { TABLE_LENGTH, TABLE_STEPS } from './tables';

const f = Math.fround;

const [SLOPE_AT_1, LOW_SLOPE] = [f(0.43958333134651184), f(12.92)];
const [DECODE_AT_1, DECODE_LOW] = [f(2.274881601333618), f(0.07739938080495357)];

/** One over the chroma at which a colour counts as wholly vivid, 0.22. */
const VIVID = f(4.5454545021057129);

/** The way of skin in OKLab's a and b, at 52 degrees, and one over the cosine's fall within 38 degrees. */
const [SKIN_A, SKIN_B, SKIN_WIDTH] = [
  f(0.61566150188446045),
  f(0.78801077604293823),
  f(4.7169809341430664),
];

function eachChannel(rows: Float32Array, change: (value: number) => number): void {
  for (let i = 0; i < rows.length; i += 4) {
    for (let c = i; c < i + 3; c++) rows[c] = change(rows[c] as number);
  }
}

function beyond(x: number, above: number, below: number): number {
  return f(f(Math.max(0, f(x - 1)) * above) + f(Math.min(0, x) * below));
}

export function encodeTwin(rows: Float32Array): void {
  eachChannel(rows, (x) => encode(x) + beyond(x, SLOPE_AT_1, LOW_SLOPE));
}

export function decodeTwin(rows: Float32Array): void {
  eachChannel(rows, (x) => decode(x) + beyond(x, DECODE_AT_1, DECODE_LOW));
}

export function straightenTwin(rows: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    const alpha = rows[i + 3] as number;
    if (alpha === 0 || alpha === 1) continue;
    for (let c = i; c < i + 3; c++) rows[c] = (rows[c] as number) / alpha;
  }
}

export function premultiplyTwin(rows: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    const alpha = rows[i + 3] as number;
    if (alpha === 1) continue;
    for (let c = i; c < i + 3; c++) rows[c] = (rows[c] as number) * alpha;
  }
}

export function matrixTwin(rows: Float32Array, matrix: Float32Array): void {
  const at = (column: number, c: number) => matrix[column * 4 + c] as number;
  for (let i = 0; i < rows.length; i += 4) {
    const [r, g, b] = [rows[i] as number, rows[i + 1] as number, rows[i + 2] as number];
    for (let c = 0; c < 3; c++) {
      const sum = f(f(at(3, c) + f(at(0, c) * r)) + f(at(1, c) * g));
      rows[i + c] = sum + f(at(2, c) * b);
    }
  }
}

function looked(x: number, tables: Float32Array, first: number): number {
  const entry = (i: number) => tables[first + i] as number;
  const inside = Math.min(1, Math.max(0, x));
  const place = f(f(Math.sqrt(inside)) * TABLE_STEPS);
  const low = Math.trunc(Math.min(place, TABLE_STEPS - 1));
  const between = f(f(entry(low + 1) - entry(low)) * f(place - low));
  const below = f(Math.min(0, x) * entry(TABLE_STEPS + 1));
  const above = f(Math.max(0, f(x - 1)) * entry(TABLE_STEPS + 2));
  return f(f(f(entry(low) + between) + below) + above);
}

export function tablesTwin(rows: Float32Array, tables: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      rows[i + c] = looked(rows[i + c] as number, tables, c * TABLE_LENGTH);
    }
  }
}

type Three = [number, number, number];

/** Three columns, each times its number. */
function columns(red: Three, green: Three, blue: Three, by: Three): Three {
  const part = (c: 0 | 1 | 2) =>
    f(f(f(f(red[c]) * by[0]) + f(f(green[c]) * by[1])) + f(f(blue[c]) * by[2]));
  return [part(0), part(1), part(2)];
}

const number = new Float32Array(1);
const pattern = new Int32Array(number.buffer);

function cubeRoot(x: number): number {
  const value = Math.abs(x);
  if (value < f(1.0000000036274937e-15)) return x < 0 ? -0 : 0;
  number[0] = value;
  const third = f(f(pattern[0] as number) * f(0.3333333432674408));
  pattern[0] = Math.trunc(third) + 709_921_077;
  let root = number[0] as number;
  const twice = f(value + value);
  for (let i = 0; i < 2; i++) {
    const cube = f(f(root * root) * root);
    root = f(root * f(f(cube + twice) / f(f(cube + cube) + value)));
  }
  return x < 0 ? -root : root;
}

function smooth(share: number): number {
  const s = Math.min(1, Math.max(0, share));
  return f(f(s * s) * f(3 - f(2 * s)));
}

function labOf(r: number, g: number, b: number): Three {
  const cones = columns(
    [0.4122214708, 0.2119034982, 0.0883024619],
    [0.5363325363, 0.6806995451, 0.2817188376],
    [0.0514459929, 0.1073969566, 0.6299787005],
    [r, g, b],
  ).map(cubeRoot) as Three;
  return columns(
    [0.2104542553, 1.9779984951, 0.0259040371],
    [0.793617785, -2.428592205, 0.7827717662],
    [-0.0040720468, 0.4505937099, -0.808675766],
    cones,
  );
}

function lightOf(l: number, a: number, b: number): Three {
  const roots = columns(
    [1, 1, 1],
    [0.3963377774, -0.1055613458, -0.0894841775],
    [0.2158037573, -0.0638541728, -1.291485548],
    [l, a, b],
  );
  return columns(
    [4.0767416621, -1.2684380046, -0.0041960863],
    [-3.3077115913, 2.6097574011, -0.7034186147],
    [0.2309699292, -0.3413193965, 1.707614701],
    roots.map((root) => f(f(root * root) * root)) as Three,
  );
}

function eachColour(rows: Float32Array, change: (x: number, y: number, z: number) => Three): void {
  for (let i = 0; i < rows.length; i += 4) {
    rows.set(change(rows[i] as number, rows[i + 1] as number, rows[i + 2] as number), i);
  }
}

export function labTwin(rows: Float32Array): void {
  eachColour(rows, labOf);
}

export function lightTwin(rows: Float32Array): void {
  eachColour(rows, lightOf);
}

export function saturateTwin(
  rows: Float32Array,
  more: number,
  spareVivid: number,
  spareSkin: number,
): void {
  for (let i = 0; i < rows.length; i += 4) {
    const [l, a, b] = labOf(rows[i] as number, rows[i + 1] as number, rows[i + 2] as number);
    const chroma = f(Math.sqrt(f(f(a * a) + f(b * b))));
    let share = 1;
    if (spareVivid > 0) share = f(1 - f(f(spareVivid) * smooth(f(chroma * VIVID))));
    if (spareSkin > 0 && chroma > 0) {
      const along = f(f(f(a * SKIN_A) + f(b * SKIN_B)) / chroma);
      const away = f(f(1 - along) * SKIN_WIDTH);
      share = f(share * f(1 - f(f(spareSkin) * f(1 - smooth(away)))));
    }
    const gain = Math.max(0, f(1 + f(f(more) * share)));
    rows.set(lightOf(l, f(a * gain), f(b * gain)), i);
  }
}

export function mixTwin(
  rows: Float32Array,
  changed: Float32Array,
  coverage: Float32Array | null,
  amount: number,
): void {
  for (let p = 0, i = 0; i < rows.length; p++, i += 4) {
    const share = coverage ? f(f(amount) * (coverage[p] as number)) : f(amount);
    if (share === 0) continue;
    for (let c = i; c < i + 4; c++) {
      const [was, is] = [rows[c] as number, changed[c] as number];
      rows[c] = share === 1 ? is : was + f(f(is - was) * share);
    }
  }
}
