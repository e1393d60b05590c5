import { describe, expect, it } from 'vitest';
import { guessByColour } from './guess-by-colour';
import { withTexture } from './guess-by-texture';
import type { AlphaGuess } from './halved-input';
import { KNOWN, type MatteInput } from './trimap';

const WIDTH = 120;
const HEIGHT = 80;
const EDGE = 60;

/** Kept to the left of the middle, dropped to the right, unsure within 18 pixels of it. */
function scene(grey: (x: number, y: number) => number): MatteInput {
  const known = new Uint8Array(WIDTH * HEIGHT);
  const linear = new Float32Array(known.length * 3);
  for (let p = 0; p < known.length; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    known[p] = Math.abs(x - EDGE) < 18 ? KNOWN.unsure : x < EDGE ? KNOWN.keep : KNOWN.drop;
    linear.fill(grey(x, y), p * 3, p * 3 + 3);
  }
  return { width: WIDTH, height: HEIGHT, known, linear };
}

/** A first answer that is sure of nothing that was not known. */
function firstOf({ known }: MatteInput): Float32Array {
  return Float32Array.from(known, (mark) =>
    mark === KNOWN.keep ? 1 : mark === KNOWN.drop ? 0 : 0.5,
  );
}

/** How far what a guess says is from the truth, as a mean weighted by how firmly it says it. */
function meanOff({ weight, pull }: AlphaGuess): number {
  let [sum, whole] = [0, 0];
  weight.forEach((firm, p) => {
    const truth = p % WIDTH < EDGE ? 1 : 0;
    sum += Math.abs((pull[p] as number) - firm * truth);
    whole += firm;
  });
  return sum / whole;
}

const goOn = () => undefined;

describe('what texture says', () => {
  it('tells a smooth thing from a pattern of the same greys, where colours cannot', () => {
    // From dark to light down the thing, and all of that as fine checks behind it.
    const input = scene((x, y) =>
      x < EDGE
        ? 0.1 + (0.5 * y) / HEIGHT
        : (x * 7 + y * 13) % 11 < 5
          ? 0.1 + y / 400
          : 0.6 - y / 400,
    );
    const first = firstOf(input);
    const colours = guessByColour(input, first, { goOn });
    const both = withTexture(input, first, colours, goOn);
    expect(meanOff(both)).toBeLessThan(meanOff(colours.guess) / 2);
  });

  it('is not asked where colours tell both sides', () => {
    const input = scene((x, y) => (x < EDGE ? 0.6 : 0.1) + 0.01 * ((x + y) % 3));
    const first = firstOf(input);
    const colours = guessByColour(input, first, { goOn });
    expect(withTexture(input, first, colours, goOn)).toBe(colours.guess);
  });

  it('is not listened to where it is alike on both sides', () => {
    const input = scene((x, y) => 0.2 + 0.3 * (((x * 7 + y * 13) % 11) / 11));
    const first = firstOf(input);
    const colours = guessByColour(input, first, { goOn });
    const both = withTexture(input, first, colours, goOn);
    expect(both.weight).toEqual(colours.guess.weight);
  });
});
