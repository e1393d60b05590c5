import { expect, it } from 'vitest';
import { fillBeneath } from './colours-beneath';

const [WIDTH, HEIGHT] = [40, 20];

/** Red where it shows, and nothing (black) to the right of a line. */
function cut(line: number): Uint8Array {
  return Uint8Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => {
    const x = (i >> 2) % WIDTH;
    if (x >= line) return 0;
    return [210, 30, x % 8, x === line - 1 ? 9 : 255][i % 4] as number;
  });
}

it('gives what does not show the colours of what does, and changes nothing else', () => {
  const samples = cut(22);
  const before = samples.slice();
  fillBeneath(samples, WIDTH);
  for (let p = 0; p < samples.length; p += 4) {
    const x = (p >> 2) % WIDTH;
    expect(samples[p + 3]).toBe(255);
    if (x < 22) expect([...samples.subarray(p, p + 3)]).toEqual([...before.subarray(p, p + 3)]);
    // The next block shows nothing, and goes on with the colour of the one before it.
    else expect([...samples.subarray(p, p + 2)]).toEqual([210, 30]);
  }
});
