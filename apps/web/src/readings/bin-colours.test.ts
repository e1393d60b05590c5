import { expect, it } from 'vitest';
import { chromaColours, waveformColours } from './bin-colours';

const bins = (...data: number[]) => ({
  width: data.length / 4,
  height: 1,
  data: Float32Array.from(data),
});

it('a waveform is stronger where a bin holds more, and clear where it holds nothing', () => {
  const out = waveformColours(bins(9, 0, 0, 3, 0, 0, 0, 0, 1, 0, 0, 3), 'all');
  expect([out[0], out[1], out[3]]).toEqual([255, 0, 255]);
  expect(out[7]).toBe(0);
  expect(out[8]).toBeGreaterThan(40);
  expect(out[8]).toBeLessThan(255);
});

it('a waveform of lightness has no colour', () => {
  const out = waveformColours(bins(9, 0, 0, 3), 'lightness');
  expect([...out]).toEqual([255, 255, 255, 255]);
});

it('a chroma plane shows the hue of what a bin holds, however dark', () => {
  const out = chromaColours(bins(0.2, 0.1, 0, 2, 0, 0, 0, 0));
  expect([...out]).toEqual([255, 128, 0, 255, 0, 0, 0, 0]);
});
