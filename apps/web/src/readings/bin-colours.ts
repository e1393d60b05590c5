import type { BinCounts } from '@diplex/core';

/** Counts of a waveform are drawn for one channel, or for the three colours over one another. */
export type BinChannel = 'all' | 'red' | 'green' | 'blue' | 'lightness';

const OF: Readonly<Record<BinChannel, readonly [number, number, number]>> = {
  all: [0, 1, 2],
  red: [0, 0, 0],
  green: [1, 1, 1],
  blue: [2, 2, 2],
  lightness: [3, 3, 3],
};

/** Of the bins that hold anything, so many are drawn at full strength. */
const FULL = 0.02;

/** The count from which on bins are at full strength, so that a few that hold very many do not hide all others. */
function fullCount(counts: readonly number[]): number {
  const held = counts.filter((count) => count > 0).sort((a, b) => b - a);
  return held[Math.floor(held.length * FULL)] || 1;
}

const strength = (count: number, full: number) => Math.min(1, count / full) ** 0.4;

/** A waveform as a picture: RGBA, 0..255; how strongly a bin is drawn says how much it holds. */
export function waveformColours({ data }: BinCounts, channel: BinChannel): Uint8ClampedArray {
  const places = OF[channel];
  const fulls = places.map((c) => fullCount(Array.from(data).filter((_, i) => i % 4 === c)));
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    places.forEach((c, k) => {
      out[i + k] = 255 * strength(data[i + c] as number, fulls[k] as number);
    });
    out[i + 3] = Math.max(out[i] as number, out[i + 1] as number, out[i + 2] as number);
  }
  return out;
}

/** A chroma plane as a picture: RGBA, 0..255; every bin in the mean colour of what it holds. */
export function chromaColours({ data }: BinCounts): Uint8ClampedArray {
  const full = fullCount(Array.from(data).filter((_, i) => i % 4 === 3));
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const held = data[i + 3] as number;
    if (held === 0) continue;
    const most = Math.max(data[i] as number, data[i + 1] as number, data[i + 2] as number, 1e-9);
    // Dark colours are drawn as light as their hue allows, or they could not be seen.
    for (let c = 0; c < 3; c++) out[i + c] = (255 * (data[i + c] as number)) / most;
    out[i + 3] = 255 * strength(held, full);
  }
  return out;
}
