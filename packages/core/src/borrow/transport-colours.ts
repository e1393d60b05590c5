import { lightOfOklab, oklabOfLight } from '@diplex/imaging';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import { type ColourTable, Dice, plainTable } from '@diplex/steps';

/** So many colours of each picture are looked at. */
const SAMPLES = 2400;

/** Rounds of moving along three directions, chosen by chance but always the same. */
const ROUNDS = 60;

/** Nodes of the table along each side. */
const NODES = 17;

/** A node goes by so many of the nearest colours, and never farther than this without them, in OKLab. */
const [NEAREST, LEAST_WIDTH] = [24, 0.02];

type Lab = readonly [number, number, number];

/** OKLab of encoded colours, three numbers each. */
function labsOf(colours: Float32Array): Float64Array {
  const made = new Float64Array(colours.length);
  const lab = new Float64Array(3);
  for (let i = 0; i < colours.length; i += 3) {
    const light = [0, 1, 2].map((c) => decodeExactly(colours[i + c] as number)) as [
      number,
      number,
      number,
    ];
    oklabOfLight(light[0], light[1], light[2], lab);
    made.set(lab, i);
  }
  return made;
}

/** So many of some colours, evenly over all of them. */
function evenly(labs: Float64Array, count: number): Float64Array {
  const all = labs.length / 3;
  const made = new Float64Array(count * 3);
  for (let n = 0; n < count; n++) {
    const at = Math.floor(((n + 0.5) / count) * all) * 3;
    made.set(labs.subarray(at, at + 3), n * 3);
  }
  return made;
}

/** Three directions at right angles to one another. */
function directions(dice: Dice): readonly [Lab, Lab, Lab] {
  const a = [dice.normal(), dice.normal(), dice.normal()];
  const b = [dice.normal(), dice.normal(), dice.normal()];
  const unit = (v: readonly number[]): Lab => {
    const long = Math.max(1e-9, Math.hypot(...v));
    return v.map((each) => each / long) as unknown as Lab;
  };
  const first = unit(a);
  const along = b.reduce((sum, each, c) => sum + each * (first[c] as number), 0);
  const second = unit(b.map((each, c) => each - along * (first[c] as number)));
  const third: Lab = [
    first[1] * second[2] - first[2] * second[1],
    first[2] * second[0] - first[0] * second[2],
    first[0] * second[1] - first[1] * second[0],
  ];
  return [first, second, third];
}

function ranked(
  points: Float64Array,
  [x, y, z]: Lab,
): { readonly order: Int32Array; readonly along: Float64Array } {
  const count = points.length / 3;
  const along = Float64Array.from(
    { length: count },
    (_, n) =>
      x * (points[n * 3] as number) +
      y * (points[n * 3 + 1] as number) +
      z * (points[n * 3 + 2] as number),
  );
  const order = Int32Array.from({ length: count }, (_, n) => n);
  order.sort((a, b) => (along[a] as number) - (along[b] as number));
  return { order, along };
}

/**
 * Moves colours so that they are spread as others are, each as little as possible: sliced optimal transport, along
 * directions one after the other (after Pitie, Kokaram and Dahyot 2007).
 */
function transported(from: Float64Array, to: Float64Array): Float64Array {
  const moved = from.slice();
  const count = moved.length / 3;
  const dice = new Dice(17, 5, 29);
  for (let round = 0; round < ROUNDS; round++) {
    const ways =
      round === 0
        ? ([
            [1, 0, 0],
            [0, 1, 0],
            [0, 0, 1],
          ] as const)
        : directions(dice);
    const shifts = new Float64Array(moved.length);
    for (const way of ways) {
      const [own, other] = [ranked(moved, way), ranked(to, way)];
      for (let k = 0; k < count; k++) {
        const n = own.order[k] as number;
        const by = (other.along[other.order[k] as number] as number) - (own.along[n] as number);
        for (let c = 0; c < 3; c++) {
          shifts[n * 3 + c] = (shifts[n * 3 + c] as number) + by * (way[c] as number);
        }
      }
    }
    for (let i = 0; i < moved.length; i++) moved[i] = (moved[i] as number) + (shifts[i] as number);
  }
  return moved;
}

/** The mean of what the colours nearest to one were moved by. */
function shiftAt(at: Lab, from: Float64Array, to: Float64Array, away: Float64Array): Lab {
  const count = from.length / 3;
  for (let n = 0; n < count; n++) {
    const [x, y, z] = [0, 1, 2].map((c) => (from[n * 3 + c] as number) - (at[c] as number)) as [
      number,
      number,
      number,
    ];
    away[n] = x * x + y * y + z * z;
  }
  const nearest = Float64Array.from(away).sort()[Math.min(count, NEAREST) - 1] as number;
  const width = 2 * Math.max(LEAST_WIDTH ** 2, nearest);
  let [l, a, b, all] = [0, 0, 0, 0];
  for (let n = 0; n < count; n++) {
    const weight = Math.exp(-(away[n] as number) / width);
    if (weight < 1e-6) continue;
    all += weight;
    l += weight * ((to[n * 3] as number) - (from[n * 3] as number));
    a += weight * ((to[n * 3 + 1] as number) - (from[n * 3 + 1] as number));
    b += weight * ((to[n * 3 + 2] as number) - (from[n * 3 + 2] as number));
  }
  return all > 0 ? [l / all, a / all, b / all] : [0, 0, 0];
}

/**
 * A table that gives one picture the colours of another: as they are spread in OKLab, each moved as little as possible,
 * and those between them evenly along.
 * @param own encoded colours of the picture, three numbers each, 0..1
 * @param model those of the picture whose colours are borrowed
 * @throws RangeError where one of them has no colours
 */
export function borrowedTable(own: Float32Array, model: Float32Array): ColourTable {
  if (own.length < 3 || model.length < 3) throw new RangeError('There are no colours to go by.');
  const count = Math.min(SAMPLES, Math.max(64, Math.floor(Math.min(own.length, model.length) / 3)));
  const from = evenly(labsOf(own), count);
  const to = transported(from, evenly(labsOf(model), count));
  const table = plainTable(NODES);
  const { values } = table;
  const [lab, light] = [new Float64Array(3), new Float64Array(3)];
  const away = new Float64Array(count);
  for (let i = 0; i < values.length; i += 3) {
    const own3 = [0, 1, 2].map((c) => decodeExactly(values[i + c] as number)) as [
      number,
      number,
      number,
    ];
    oklabOfLight(own3[0], own3[1], own3[2], lab);
    const at: Lab = [lab[0] as number, lab[1] as number, lab[2] as number];
    const shift = shiftAt(at, from, to, away);
    lightOfOklab(at[0] + shift[0], at[1] + shift[1], at[2] + shift[2], light);
    for (let c = 0; c < 3; c++) {
      values[i + c] = encodeExactly(Math.max(0, Math.min(1, light[c] as number)));
    }
  }
  return table;
}
