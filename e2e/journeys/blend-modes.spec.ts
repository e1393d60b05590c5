import { BLEND_NAMES, compositeRows } from '@diplex/kernels';
import { expect, test } from '@playwright/test';

const BLEND_MODES = BLEND_NAMES;

/** Straight RGBA, 0..1. */
type Colour = [r: number, g: number, b: number, a: number];

/** Numbers that are always the same but look random. */
function generator(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

function randomPairs(count: number, alpha: () => number): [Colour, Colour][] {
  const next = generator(7);
  // Now and then a channel is at one of its ends, where the formulas have their special cases.
  const channel = () => (next() < 0.15 ? Math.round(next()) : Math.round(next() * 255) / 255);
  const colour = (): Colour => [channel(), channel(), channel(), alpha()];
  return Array.from({ length: count }, () => [colour(), colour()]);
}

const COMPOSITING: Readonly<Record<string, string>> = {
  normal: 'source-over',
  'plus-lighter': 'lighter',
};

const alphas = generator(11);
const CASES = {
  opaque: randomPairs(300, () => 1),
  translucent: randomPairs(300, () => Math.round(alphas() * 254 + 1) / 255),
};

for (const [name, pairs] of Object.entries(CASES)) {
  test(`every blend mode agrees with the browser's own canvas, ${name}`, async ({ page }) => {
    await page.goto('/');
    for (const mode of BLEND_MODES) {
      const operation = COMPOSITING[mode] ?? mode;
      // Floats in the canvas, so that its own rounding does not blur the comparison.
      const theirs = await page.evaluate(
        ({ pairs, operation }) => {
          const canvas = document.createElement('canvas');
          canvas.width = pairs.length;
          canvas.height = 1;
          const settings = { colorType: 'float16' } as CanvasRenderingContext2DSettings;
          const context = canvas.getContext('2d', settings) as CanvasRenderingContext2D;
          const css = ([r, g, b, a]: number[]) => `color(srgb ${r} ${g} ${b} / ${a})`;
          pairs.forEach(([backdrop, source], x) => {
            context.globalCompositeOperation = 'source-over';
            context.fillStyle = css(backdrop);
            context.fillRect(x, 0, 1, 1);
            context.globalCompositeOperation = operation as GlobalCompositeOperation;
            context.fillStyle = css(source);
            context.fillRect(x, 0, 1, 1);
          });
          const format = { pixelFormat: 'rgba-float16' } as unknown as ImageDataSettings;
          return [...context.getImageData(0, 0, pairs.length, 1, format).data].map(Number);
        },
        { pairs, operation },
      );
      const premultiplied = (at: 0 | 1) =>
        Float32Array.from(
          pairs.flatMap((pair) => {
            const [r, g, b, a] = pair[at];
            return [r * a, g * a, b * a, a];
          }),
        );
      const ours = premultiplied(0);
      compositeRows(mode, ours, premultiplied(1), null, 1, 'encoded');
      let worst = 0;
      for (let i = 0; i < ours.length; i += 4) {
        const alpha = theirs[i + 3] ?? 0;
        worst = Math.max(worst, Math.abs((ours[i + 3] ?? 0) - alpha));
        // Compared as light arrives: a colour counts as much as it covers.
        for (let c = i; c < i + 3; c++) {
          worst = Math.max(worst, Math.abs((ours[c] ?? 0) - Math.min(1, theirs[c] ?? 0) * alpha));
        }
      }
      expect(worst * 255, `${mode}: ${(worst * 255).toFixed(3)} of 255`).toBeLessThan(1);
    }
  });
}
