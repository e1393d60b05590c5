import { expect, it } from 'vitest';
import { outsideOf } from './outside';
import { pixelsBetween } from './pixels-between';

const P3_TO_SRGB = { from: 'p3', to: 'srgb' } as const;

it('finds where a space does not have a colour, and passes over what is not seen', () => {
  const picture = new Uint8Array(8 * 6 * 4).fill(128);
  const put = (x: number, y: number, ...pixel: number[]) => picture.set(pixel, (y * 8 + x) * 4);
  for (let i = 3; i < picture.length; i += 4) picture[i] = 255;
  put(2, 1, 255, 0, 0, 255);
  put(5, 3, 0, 255, 0, 255);
  put(7, 5, 0, 255, 0, 0);
  const { share, box } = outsideOf(picture, 8, P3_TO_SRGB);
  expect(box).toEqual({ x: 2, y: 1, width: 4, height: 3 });
  expect(share).toBeCloseTo(2 / 47, 6);
  expect(outsideOf(picture, 8, { from: 'srgb', to: 'p3' })).toEqual({ share: 0, box: null });
});

it('brings every colour of sRGB into Display P3 and back', () => {
  const steps = [0, 1, 17, 60, 128, 200, 254, 255];
  const all = steps.flatMap((r) => steps.flatMap((g) => steps.flatMap((b) => [r, g, b, 77])));
  const colours = Uint8Array.from(all);
  const wide = new Uint16Array(colours.length);
  pixelsBetween({ from: 'srgb', to: 'p3' }, colours, 4, wide);
  const back = new Uint8Array(colours.length);
  pixelsBetween(P3_TO_SRGB, wide, 4, back);
  expect(back).toEqual(colours);
  // White and black are the same in both.
  expect([...wide.subarray(0, 4)]).toEqual([0, 0, 0, 77 * 257]);
  expect([...wide.subarray(-4)]).toEqual([65_535, 65_535, 65_535, 77 * 257]);
});
