import { readingNeeds } from '@diplex/core';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { clippedShares } from '../../readings/clipped-share';
import type { Finding, LongCheck } from './check';

/** Shares of the pixels that are burnt out or blocked, from which on it is told. */
const [LIGHTS, DARKS] = [0.005, 0.02];

function percent(share: number): string {
  return `${(share * 100).toFixed(1)} %`;
}

/** Lights without drawing, and darks. */
export const clipped: LongCheck = async ({ composition }, { signal }) => {
  const of = 'composition' as const;
  const needs = readingNeeds({ composition, of, by: 'histogram' });
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), of, by: 'histogram' as const };
    const counts = await pageEngine().run('reading', ask, { priority: 4, signal });
    const { lights, darks } = clippedShares(counts.data);
    const found: Finding[] = [];
    const remedy = 'Curves or Exposure bring them back where the sources have them.';
    if (lights > LIGHTS) {
      const words = `${percent(lights)} of the lights are clipped in a channel.`;
      found.push({ weight: 'look', words, remedy, stage: 'match' });
    }
    if (darks > DARKS) {
      const words = `${percent(darks)} of the darks are clipped in a channel.`;
      found.push({ weight: 'look', words, remedy, stage: 'match' });
    }
    return found;
  } finally {
    letGo();
  }
};
