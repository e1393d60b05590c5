import { histogramNeeds } from '@diplex/core';
import { HISTOGRAM_BINS } from '@diplex/steps';
import { useEffect, useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';

/** Counted again so long after the last change, in milliseconds. */
const PAUSE = 150;

/** Bins that are shown. */
const SHOWN = 128;

export type Channel = 'red' | 'green' | 'blue' | 'lightness';

/** Counts of what comes into a step, each channel in `SHOWN` bins between 0 and about 1; null until they are there. */
export type Counts = Readonly<Record<Channel, readonly number[]>>;

/** @param tall how a count is drawn: as it is, or its logarithm, so that few are seen beside many */
export function countsOf(histogram: Float32Array, tall: 'plain' | 'log' = 'plain'): Counts {
  const by = HISTOGRAM_BINS / SHOWN;
  const of = (c: number) => {
    const bins = Array.from({ length: SHOWN }, (_, i) => {
      let sum = 0;
      for (let k = 0; k < by; k++) sum += histogram[(i * by + k) * 4 + c] as number;
      return tall === 'log' ? Math.log1p(sum) : sum;
    });
    // A few bins that hold very many, as those of plain backdrops do, would flatten all others.
    const most = [...bins].sort((a, b) => b - a)[2] || 1;
    return bins.map((value) => Math.min(1, value / most));
  };
  return { red: of(0), green: of(1), blue: of(2), lightness: of(3) };
}

/** The histogram of what comes into a step. */
export function useStepHistogram(layer: string, step: string): Counts | null {
  const composition = useComposition((state) => state.composition);
  const [counts, setCounts] = useState<Counts | null>(null);
  useEffect(() => {
    let stays = true;
    const count = async () => {
      const needs = histogramNeeds({ composition, layer, step });
      const letGo = await pageSupply().bring(needs.sources, needs.painted);
      try {
        const ask = { composition: compositionKey(composition), layer, step };
        const histogram = await pageEngine().run('step-histogram', ask, { priority: 2 });
        if (stays) setCounts(countsOf(histogram));
      } finally {
        letGo();
      }
    };
    // What cannot be counted now is after the next change; the curve can be drawn without.
    const timer = setTimeout(() => void count().catch(() => undefined), PAUSE);
    return () => {
      stays = false;
      clearTimeout(timer);
    };
  }, [composition, layer, step]);
  return counts;
}

/** The outline of counts in a square of 0..1, 1 at the bottom. */
export function outlineOf(bins: readonly number[]): string {
  const width = 1 / bins.length;
  const steps = bins.map(
    (value, i) => `L${i * width} ${1 - value}L${(i + 1) * width} ${1 - value}`,
  );
  return `M0 1${steps.join('')}L1 1Z`;
}
