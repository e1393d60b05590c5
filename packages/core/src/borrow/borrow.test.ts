import {
  type Composition,
  laidOut,
  newComposition,
  placedAt,
  plainLayer,
  type Step,
} from '@diplex/document';
import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import { Dice, definitionOf, newStep, throughTable, unpackTable } from '@diplex/steps';
import { describe, expect, it } from 'vitest';
import type { PixelReader } from '../pixels/pixel-reader';
import { tiled } from '../pixels/tiled-level';
import { borrowColours } from './borrow-colours';
import { borrowedTable } from './transport-colours';

/** Colours of a made-up picture: some clouds of likely ones. */
function colours(count: number, seed: number): Float32Array {
  const dice = new Dice(seed, 1, 1);
  const middles = Array.from({ length: 6 }, () => [
    dice.between(0.15, 0.8),
    dice.between(0.15, 0.8),
    dice.between(0.15, 0.8),
  ]);
  const made = new Float32Array(count * 3);
  for (let n = 0; n < count; n++) {
    const middle = middles[Math.floor(dice.next() * middles.length)] as number[];
    for (let c = 0; c < 3; c++) {
      made[n * 3 + c] = Math.max(
        0.02,
        Math.min(0.98, (middle[c] as number) + 0.06 * dice.normal()),
      );
    }
  }
  return made;
}

/** How far two encoded colours are apart, in hundredths of OKLab. */
function apart(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const lab = [a, b].map((colour) => {
    const to = new Float64Array(3);
    const light = [0, 1, 2].map((c) => decodeExactly(colour[c] as number)) as [
      number,
      number,
      number,
    ];
    oklabOfLight(...light, to);
    return to;
  });
  const [x, y] = lab as [Float64Array, Float64Array];
  return (
    100 *
    Math.hypot(
      (x[0] as number) - (y[0] as number),
      (x[1] as number) - (y[1] as number),
      (x[2] as number) - (y[2] as number),
    )
  );
}

/** Warmer, a little darker, with less contrast: a change that photographs undergo. */
const known = ([r, g, b]: readonly number[]) =>
  [0.08 + 0.86 * (r as number), 0.05 + 0.8 * (g as number), 0.03 + 0.7 * (b as number)] as const;

describe('borrowing colours', () => {
  it('finds a known change of colours again', () => {
    const own = colours(6000, 3);
    // The same scene, photographed otherwise: the same colours in another order.
    const model = new Float32Array(own.length);
    for (let i = 0; i < own.length; i += 3) {
      model.set(
        known([own[i] as number, own[i + 1] as number, own[i + 2] as number]),
        own.length - 3 - i,
      );
    }
    const table = borrowedTable(own, model);
    const to = new Float32Array(3);
    let sum = 0;
    for (let i = 0; i < own.length; i += 3) {
      const colour = [own[i] as number, own[i + 1] as number, own[i + 2] as number] as const;
      throughTable(table, ...colour, to, 0);
      sum += apart(to, known(colour));
    }
    expect(sum / (own.length / 3)).toBeLessThan(2);
  });

  it('leaves a picture as it is whose colours are borrowed already', () => {
    const own = colours(4000, 5);
    const table = borrowedTable(own, own);
    const to = new Float32Array(3);
    for (let i = 0; i < own.length; i += 300) {
      const colour = [own[i] as number, own[i + 1] as number, own[i + 2] as number] as const;
      throughTable(table, ...colour, to, 0);
      expect(apart(to, colour)).toBeLessThan(1.5);
    }
  });

  it('goes by what shows of a layer, and refuses where nothing does', () => {
    const size = { width: 64, height: 64 };
    const data = Uint8Array.from(
      { length: 64 * 64 * 3 },
      (_, i) => (i % 3 === 0 ? 60 : 120) + (i % 41),
    );
    const level = tiled({ ...size, channels: 3, data });
    const reader: PixelReader = {
      level: (_, k) => (k === 0 ? level : undefined),
      paintedTile: () => undefined,
    };
    const step: Step = newStep(definitionOf('colour-table'), {});
    const photo = { kind: 'photo' as const, source: 'a'.repeat(64), size };
    const at = placedAt({ x: 32, y: 32 });
    const composition: Composition = laidOut(newComposition('Own', size), [
      { ...plainLayer('photo', 'Photo', photo, at), steps: [step] },
    ]);
    const colour = { r: 200, g: 40, b: 30, alpha: 1 };
    const fill = { kind: 'fill' as const, size, fill: { by: 'colour' as const, colour } };
    const model = laidOut(newComposition('Model', size), [plainLayer('fill', 'Fill', fill, at)]);
    const place = { composition, layer: 'photo', step: step.id, model };
    const table = unpackTable(borrowColours(place, reader));
    const to = new Float32Array(3);
    throughTable(table, 70 / 255, 130 / 255, 130 / 255, to, 0);
    expect(apart(to, [200 / 255, 40 / 255, 30 / 255])).toBeLessThan(3);
    const empty = newComposition('Empty', size);
    expect(() => borrowColours({ ...place, model: empty }, reader)).toThrow(RangeError);
  });
});
