import { neededPixels } from '@diplex/core';
import { outsideOf, spaceOf } from '@diplex/formats';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { SPACES } from '../file-kinds';
import type { Finding, LongCheck } from './check';

/** Colours are looked at in a picture of at most so many pixels. */
const LOOKED_AT = 400_000;
/** A smaller share than this is passed over. */
const TOLD = 0.0005;

/** Contents whose files hold the composition's colours in a space that is chosen. */
const IN_A_SPACE: readonly string[] = ['picture', 'cut-out', 'comparison'];

/** Colours that the profile of a file does not have. */
export const outsideProfile: LongCheck = async ({ composition, files }, { signal }) => {
  const { width, height, profile } = composition.canvas;
  const from = spaceOf(profile);
  const spaces = files.map(({ contents, space = 'srgb' }) =>
    IN_A_SPACE.includes(contents) ? space : from,
  );
  if (from === 'srgb' || spaces.every((space) => space === from)) return [];
  const scale = Math.min(1, Math.sqrt(LOOKED_AT / (width * height)));
  const region = {
    ...{ x: 0, y: 0 },
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
  const view = { kind: 'composition' as const };
  const needs = neededPixels(composition, region, scale, view);
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), view, region, scale };
    const { pixels } = await pageEngine().run('render-view', ask, { priority: 4, signal });
    return spaces.flatMap((to, place): Finding[] => {
      // Floats in linear light hold what lies outside.
      if (to === from || (to === 'linear' && files[place]?.bits === 32)) return [];
      const { share, box } = outsideOf(pixels, region.width, { from, to });
      if (share < TOLD || !box) return [];
      const words = `File ${place + 1}: ${(share * 100).toFixed(1)} % of the picture is more vivid than ${SPACES[to]} can hold.`;
      const remedy = `It is brought to the nearest that ${SPACES[to]} has, channel by channel. Take Display P3 for the file, or Saturation where it matters.`;
      const at = {
        ...{ x: box.x / scale, y: box.y / scale },
        ...{ width: box.width / scale, height: box.height / scale },
      };
      return [{ weight: 'look', words, remedy, at, stage: 'match' }];
    });
  } finally {
    letGo();
  }
};
