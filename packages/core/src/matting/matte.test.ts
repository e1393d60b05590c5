import { describe, expect, it } from 'vitest';
import { colourClusters } from './colour-clusters';
import { conjugateGradient } from './conjugate-gradient';
import { estimateForeground } from './estimate-foreground';
import { MatteStopped, matte } from './matte';
import { mattingLaplacian, multiplySystem } from './matting-laplacian';
import { sideModel } from './side-model';
import { solveAlpha } from './solve-alpha';
import { KNOWN, type MatteInput, unknownsOf } from './trimap';
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

function meanOff(found: Float32Array, truth: Float32Array, pixel: Int32Array): number {
  let sum = 0;
  for (const p of pixel) sum += Math.abs((found[p] as number) - (truth[p] as number));
  return sum / pixel.length;
}

describe('the matting Laplacian', () => {
  const input = scene(0);

  it('has nothing against an alpha that is a linear function of colour', () => {
    // Two flat colours: alpha follows the red channel exactly.
    const flat = Float32Array.from(input.linear, (_, i) => {
      const a = input.alpha[Math.floor(i / 3)] as number;
      return [0.5 * a, 0.1 + 0.2 * a, 0.4 - 0.3 * a][i % 3] as number;
    });
    const inner = { ...input, linear: flat };
    const unknowns = unknownsOf(input.known);
    const system = mattingLaplacian(inner, unknowns, 1e-7);
    const against = (alphaOf: (alpha: number) => number) => {
      const x = Float64Array.from(unknowns.pixel, (p) => alphaOf(input.alpha[p] as number));
      const out = new Float64Array(system.count);
      multiplySystem(system, new Float64Array(system.count), x, out);
      return out.reduce((sum, value, u) => sum + (value - (system.right[u] as number)) ** 2, 0);
    };
    expect(against((alpha) => alpha)).toBeLessThan(against((alpha) => alpha ** 1.2) / 500);
  });

  it('is solved by conjugate gradients until little is left', () => {
    const unknowns = unknownsOf(input.known);
    const system = mattingLaplacian(input, unknowns, 1e-4);
    const none = new Float64Array(system.count);
    const x = new Float64Array(system.count).fill(0.5);
    conjugateGradient(system, none, none, x, { iterations: 2000, tolerance: 1e-8 });
    const out = new Float64Array(system.count);
    multiplySystem(system, none, x, out);
    const left = out.reduce((sum, value, u) => sum + (value - (system.right[u] as number)) ** 2, 0);
    const whole = system.right.reduce((sum, value) => sum + value * value, 0);
    expect(Math.sqrt(left / whole)).toBeLessThan(1e-7);
    // It ends when it is told to, where it stands.
    const kept = x.slice();
    const stopped = () => true;
    const took = conjugateGradient(system, none, none, x, {
      ...{ iterations: 9, tolerance: 0, stopped },
    });
    expect(took).toBe(0);
    expect(x).toEqual(kept);
  });
});

describe('a matte', () => {
  const input = scene();
  const { pixel } = unknownsOf(input.known);

  it('is close to the truth, and closer than the Laplacian alone', () => {
    const none = new Float32Array(input.known.length);
    const plan = { regulariser: 1e-7, levels: 3, iterations: 200 };
    const plain = solveAlpha(input, { weight: none, pull: none }, plan);
    const solved = matte(input);
    expect(meanOff(solved, input.alpha, pixel)).toBeLessThan(0.03);
    expect(meanOff(solved, input.alpha, pixel)).toBeLessThan(meanOff(plain, input.alpha, pixel));
  });

  it('leaves what is known as it is, and answers coarsely first', () => {
    let coarse: Float32Array | null = null;
    const done: number[] = [];
    const solved = matte(input, {
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
    const nothing = matte({ ...input, known: new Uint8Array(input.known.length) });
    expect(nothing.every((value) => value === 0)).toBe(true);
  });

  it('stops when it is called off', () => {
    expect(() => matte(input, { stopped: () => true })).toThrow(MatteStopped);
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
    const labels = colourClusters(linear, Float32Array.of(1, 1, 1, 1, 0), 2);
    expect(labels[0]).toBe(labels[1]);
    expect(labels[2]).toBe(labels[3]);
    expect(labels[0]).not.toBe(labels[2]);
    expect(labels[4]).toBe(-1);
  });
});

describe('the colours under a matte', () => {
  it("are the thing's own where the backdrop shone through, and mix to the picture", () => {
    const input = scene(0);
    const { above, below } = estimateForeground(input.linear, input.alpha, WIDTH, HEIGHT);
    const { pixel } = unknownsOf(input.known);
    let [estimated, own, mixed] = [0, 0, 0];
    for (const p of pixel) {
      const a = input.alpha[p] as number;
      for (let c = 0; c < 3; c++) {
        const i = p * 3 + c;
        const truth = input.above[i] as number;
        estimated += a * Math.abs((above[i] as number) - truth);
        own += a * Math.abs((input.linear[i] as number) - truth);
        const again = a * (above[i] as number) + (1 - a) * (below[i] as number);
        mixed = Math.max(mixed, Math.abs(again - (input.linear[i] as number)));
      }
    }
    expect(estimated).toBeLessThan(own / 2);
    expect(mixed).toBeLessThan(0.05);
  });
});
