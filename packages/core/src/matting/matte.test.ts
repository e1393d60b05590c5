import { blockProduct } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { colourClusters } from './colour-clusters';
import { conjugateGradient } from './conjugate-gradient';
import { estimateForeground } from './estimate-foreground';
import { MatteStopped, matte, matteAgain } from './matte';
import { type MattingSystem, mattingLaplacian } from './matting-laplacian';
import { sideModel } from './side-model';
import { AlphaSolver, coarseAlpha } from './solve-alpha';
import { inMemory, KNOWN, type MatteInput, unknownsOf } from './trimap';
import { Unmixer } from './unmix';

const WIDTH = 96;
const HEIGHT = 72;

interface Scene extends MatteInput {
  readonly alpha: Float32Array;
  readonly above: Float32Array;
}

/** A reddish thing with a fringe of strands before a bluish backdrop that grows lighter, a little noisy. */
function scene(noise = 0.004): Scene {
  const pixels = WIDTH * HEIGHT;
  const alpha = new Float32Array(pixels);
  const above = new Float32Array(pixels * 3);
  const linear = new Float32Array(pixels * 3);
  const known = new Uint8Array(pixels);
  let seed = 7;
  const dice = () => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return seed / 2_147_483_648 - 0.5;
  };
  for (let p = 0; p < pixels; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    const strand = 0.5 + 0.5 * Math.cos((y * 2 * Math.PI) / 6);
    alpha[p] = Math.max(0, Math.min(1, (62 - x) / 24 + 0.35 * (strand - 0.5)));
    const shade = 0.9 + 0.1 * Math.sin(y / 9);
    const back = 0.15 + (0.2 * x) / WIDTH;
    const colours = [
      [0.55 * shade, 0.2 * shade, 0.1 * shade],
      [back * 0.4, back * 0.7, back * 1.6],
    ] as const;
    for (let c = 0; c < 3; c++) {
      const [f, b] = [colours[0][c] as number, colours[1][c] as number];
      const a = alpha[p] as number;
      above[p * 3 + c] = f;
      linear[p * 3 + c] = Math.max(0, a * f + (1 - a) * b + noise * dice());
    }
    known[p] = x < 28 ? KNOWN.keep : x > 72 ? KNOWN.drop : KNOWN.unsure;
  }
  return { width: WIDTH, height: HEIGHT, linear, known, alpha, above };
}

function meanOff(found: Float32Array, truth: Float32Array, pixel: readonly number[]): number {
  let sum = 0;
  for (const p of pixel) sum += Math.abs((found[p] as number) - (truth[p] as number));
  return sum / pixel.length;
}

function unsurePixels(input: MatteInput): number[] {
  return [...unknownsOf(input).pixel].filter((p) => p >= 0);
}

/** The sum of squares of what a vector (by slot) leaves of the right side. */
function left(system: MattingSystem, x: Float32Array): number {
  const grid = new Float32Array(system.cells);
  x.forEach((value, slot) => {
    grid[(system.places[slot >> 2] as number) + (slot & 3)] = value;
  });
  const out = new Float32Array(x.length);
  blockProduct(system, grid, out, new Float64Array(1));
  return out.reduce((sum, value, u) => sum + (value - (system.right[u] as number)) ** 2, 0);
}

describe('the matting Laplacian', () => {
  const input = scene(0);
  const unknowns = unknownsOf(input);
  const bySlot = (alphaAt: (pixel: number) => number) =>
    Float32Array.from(unknowns.pixel, (p) => (p < 0 ? 0 : alphaAt(p)));

  it('has nothing against an alpha that is a linear function of colour', () => {
    // Two flat colours: alpha follows the red channel exactly.
    const flat = Float32Array.from(input.linear, (_, i) => {
      const a = input.alpha[Math.floor(i / 3)] as number;
      return [0.5 * a, 0.1 + 0.2 * a, 0.4 - 0.3 * a][i % 3] as number;
    });
    const system = mattingLaplacian({ ...input, linear: flat }, unknowns, 1e-7);
    const against = (alphaOf: (alpha: number) => number) =>
      left(
        system,
        bySlot((p) => alphaOf(input.alpha[p] as number)),
      );
    expect(against((alpha) => alpha)).toBeLessThan(against((alpha) => alpha ** 1.2) / 500);
  });

  it('is solved by conjugate gradients until little is left', () => {
    const system = mattingLaplacian(input, unknowns, 1e-4);
    const x = bySlot(() => 0.5);
    conjugateGradient(system, system.right, x, { iterations: 2000, tolerance: 1e-6 });
    const whole = system.right.reduce((sum, value) => sum + value * value, 0);
    expect(Math.sqrt(left(system, x) / whole)).toBeLessThan(1e-5);
    // It ends when it is told to, where it stands.
    const kept = x.slice();
    const limits = { iterations: 9, tolerance: 0, stopped: () => true };
    expect(conjugateGradient(system, system.right, x, limits)).toBe(0);
    expect(x).toEqual(kept);
  });

  it('takes held alpha for known', () => {
    const known = input.known.map((mark, p) =>
      mark === KNOWN.unsure && p % WIDTH < 50 ? 64 : mark,
    );
    const held = { ...input, known, held: input.alpha };
    const solved = new AlphaSolver(held, 1e-7).solve(
      ...[new Float32Array(known.length).fill(0.5), null, { iterations: 500 }],
    );
    const pixel = unsurePixels(held);
    expect(pixel.length).toBeLessThan(unsurePixels(input).length);
    expect(meanOff(solved, input.alpha, pixel)).toBeLessThan(0.02);
    expect(solved[40 * WIDTH + 45]).toBe(input.alpha[40 * WIDTH + 45]);
  });
});

/** A scene many times beside and below itself. */
function repeated({ known, linear, alpha }: Scene, columns: number, rows: number) {
  const [width, height] = [WIDTH * columns, HEIGHT * rows];
  const from = Int32Array.from(
    { length: width * height },
    (_, p) => (Math.floor(p / width) % HEIGHT) * WIDTH + ((p % width) % WIDTH),
  );
  const plane = (of: Float32Array) => Float32Array.from(from, (p) => of[p] as number);
  return {
    ...{ width, height, known: Uint8Array.from(from, (p) => known[p] as number) },
    linear: Float32Array.from({ length: from.length * 3 }, (_, i) => {
      return linear[(from[Math.floor(i / 3)] as number) * 3 + (i % 3)] as number;
    }),
    alpha: plane(alpha),
  };
}

describe('a matte', () => {
  const input = scene();
  const pixel = unsurePixels(input);

  it('is close to the truth', () => {
    expect(meanOff(matte(inMemory(input)), input.alpha, pixel)).toBeLessThan(0.032);
  });

  it('finds by its colours what hangs together with little that is known, as the Laplacian cannot', () => {
    // A speck of the thing's own colour out in the fringe's end.
    const linear = input.linear.slice();
    const speck = pixel.filter((p) => Math.hypot((p % WIDTH) - 64, Math.floor(p / WIDTH) - 36) < 3);
    expect(speck.length).toBeGreaterThan(15);
    for (const p of speck) linear.set([0.5, 0.18, 0.09], p * 3);
    const specked = { ...input, linear };
    const start = coarseAlpha(specked, { regulariser: 1e-7, levels: 3, iterations: 200 });
    const plain = new AlphaSolver(specked, 1e-7).solve(start, null, { iterations: 200 });
    const solved = matte(inMemory(specked));
    const mean = (of: Float32Array) =>
      speck.reduce((sum, p) => sum + (of[p] as number), 0) / speck.length;
    expect(mean(solved)).toBeGreaterThan(0.95);
    expect(mean(plain)).toBeLessThan(0.85);
  });

  it('leaves what is known as it is, and answers coarsely first', () => {
    let coarse: Float32Array | null = null;
    const done: number[] = [];
    const solved = matte(inMemory(input), {
      onCoarse: (alpha) => {
        coarse = alpha;
      },
      onProgress: (share) => done.push(share),
    });
    for (const p of [0, WIDTH * 40 + 20]) expect(solved[p]).toBe(1);
    for (const p of [WIDTH - 1, WIDTH * 40 + 80]) expect(solved[p]).toBe(0);
    expect(coarse).toHaveLength(solved.length);
    expect(done.at(-1)).toBe(1);
    expect([...done].sort((a, b) => a - b)).toEqual(done);
  });

  it('is what is known where nothing is unsure', () => {
    const nothing = matte(inMemory({ ...input, known: new Uint8Array(input.known.length) }));
    expect(nothing.every((value) => value === 0)).toBe(true);
  });

  describe('that is too much for one system', () => {
    const wide = repeated(input, 3, 3);
    const all = unsurePixels(wide);
    const asked: number[] = [];
    const shown: Float32Array[] = [];
    const picture = inMemory(wide);
    const light: typeof picture.light = (part) => {
      asked.push(part.width * part.height);
      return picture.light(part);
    };
    const onCoarse = (alpha: Float32Array) => void shown.push(alpha);
    const pieces = matte({ ...picture, light }, { onCoarse }, 3000);

    it('is solved in pieces, nearly the same', () => {
      const whole = matte(picture);
      expect(meanOff(pieces, wide.alpha, all)).toBeLessThan(0.04);
      expect(meanOff(pieces, whole, all)).toBeLessThan(0.03);
      // Nothing but pieces of it, and strips to be halved, was ever in memory.
      expect(asked.length).toBeGreaterThan(5);
    });

    it('is solved again in pieces within a large region, and stays as it was beyond it', () => {
      const region = { x: 20, y: 10, width: 230, height: 190 };
      const again = matteAgain(picture, pieces, region, {}, 3000);
      const inside = (p: number) => {
        const [x, y] = [p % wide.width, Math.floor(p / wide.width)];
        return x >= 20 && x < 250 && y >= 10 && y < 200;
      };
      expect(all.filter((p) => !inside(p)).every((p) => again[p] === pieces[p])).toBe(true);
      expect(meanOff(again, wide.alpha, all)).toBeLessThan(0.04);
      expect(all.some((p) => again[p] !== pieces[p])).toBe(true);
    });

    it('shows ever finer answers, all of them as large as the picture', () => {
      expect(shown.length).toBeGreaterThan(1);
      for (const alpha of shown) expect(alpha).toHaveLength(wide.width * wide.height);
      const off = shown.map((alpha) => meanOff(alpha, pieces, all));
      expect(off.at(-1)).toBeLessThan(off[0] as number);
    });
  });

  it('is solved again within a region, and stays as it was beyond it', () => {
    const before = matte(inMemory(input));
    const known = input.known.slice();
    // A mistake in the middle, and what is known of it now.
    for (let y = 30; y < 40; y++) for (let x = 44; x < 48; x++) before[y * WIDTH + x] = 0;
    for (let y = 33; y < 37; y++) known[y * WIDTH + 40] = KNOWN.keep;
    const region = { x: 32, y: 20, width: 30, height: 30 };
    const again = matteAgain(inMemory({ ...input, known }), before, region);
    const inside = (p: number) =>
      p % WIDTH >= 32 && p % WIDTH < 62 && p >= 20 * WIDTH && p < 50 * WIDTH;
    expect(pixel.filter((p) => !inside(p)).every((p) => again[p] === before[p])).toBe(true);
    const mended = pixel.filter(inside);
    const spoiled = meanOff(before, input.alpha, mended);
    expect(meanOff(again, input.alpha, mended)).toBeLessThan(0.85 * spoiled);
    expect(again[35 * WIDTH + 40]).toBe(1);
  });

  it('stops when it is called off', () => {
    expect(() => matte(inMemory(input), { stopped: () => true })).toThrow(MatteStopped);
  });
});

describe('unmixing colours', () => {
  const input = scene();
  const counts = (mark: number) =>
    Float32Array.from(input.known, (known) => (known === mark ? 1 : 0));
  const kept = sideModel(input, counts(KNOWN.keep), 0.1);
  const dropped = sideModel(input, counts(KNOWN.drop), 0);
  const unmixer = new Unmixer(kept, dropped);
  const said = { alpha: 0, variance: 0 };
  const at = (r: number, g: number, b: number) => {
    unmixer.unmix(50, 36, Float32Array.of(r, g, b), 0, said);
    return { ...said };
  };

  it('tells either side, and what lies between them', () => {
    const p = (36 * WIDTH + 10) * 3;
    const f = [...input.linear.subarray(p, p + 3)] as [number, number, number];
    const q = (36 * WIDTH + 85) * 3;
    const b = [...input.linear.subarray(q, q + 3)] as [number, number, number];
    expect(at(...f).alpha).toBeGreaterThan(0.95);
    expect(at(...b).alpha).toBeLessThan(0.05);
    const half = f.map((value, c) => (value + (b[c] as number)) / 2) as [number, number, number];
    expect(at(...half).alpha).toBeGreaterThan(0.4);
    expect(at(...half).alpha).toBeLessThan(0.6);
  });

  it('claims little where both sides have the same colours', () => {
    const same = new Unmixer(kept, kept);
    same.unmix(50, 36, Float32Array.of(0.5, 0.18, 0.09), 0, said);
    expect(said.variance).toBeGreaterThan(0.1);
  });

  it('parts colours that differ into clusters, and leaves out what does not count', () => {
    const linear = Float32Array.of(1, 0, 0, 0.9, 0, 0, 0, 0, 1, 0, 0, 0.9, 0, 1, 0);
    const nearest = colourClusters(linear, Float32Array.of(1, 1, 1, 1, 0), 2);
    const label = (p: number) =>
      nearest?.(...(linear.subarray(p * 3, p * 3 + 3) as unknown as [number, number, number]));
    expect(label(0)).toBe(label(1));
    expect(label(2)).toBe(label(3));
    expect(label(0)).not.toBe(label(2));
    expect(colourClusters(linear, new Float32Array(5), 2)).toBeNull();
  });
});

describe('the colours under a matte', () => {
  it("are the thing's own where the backdrop shone through", () => {
    const input = scene(0);
    const above = estimateForeground(input, input.alpha);
    let [estimated, own] = [0, 0];
    for (const p of unsurePixels(input)) {
      const a = input.alpha[p] as number;
      for (let c = 0; c < 3; c++) {
        const i = p * 3 + c;
        const truth = input.above[i] as number;
        estimated += a * Math.abs((above[i] as number) - truth);
        own += a * Math.abs((input.linear[i] as number) - truth);
      }
    }
    expect(estimated).toBeLessThan(own / 4);
    const firm = input.known.indexOf(KNOWN.keep);
    expect(above.subarray(3 * firm, 3 * firm + 3)).toEqual(
      input.linear.subarray(3 * firm, 3 * firm + 3),
    );
  });

  it('keeps the own colours where both sides look alike', () => {
    const plain = scene();
    // Every second pixel red, the others blue, before and behind alike: nothing can be unmixed.
    const linear = plain.linear.map((_, i) => {
      const odd = (Math.floor(i / 3) + Math.floor(Math.floor(i / 3) / WIDTH)) % 2 === 1;
      return (i % 3 === 0) === odd ? 0.6 : 0.1;
    });
    const above = estimateForeground({ ...plain, linear }, plain.alpha);
    let most = 0;
    for (let i = 0; i < above.length; i++) {
      most = Math.max(most, Math.abs((above[i] as number) - (linear[i] as number)));
    }
    expect(most).toBeLessThan(0.1);
  });
});
