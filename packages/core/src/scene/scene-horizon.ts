import type { Composition, Rect } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import type { Leaves } from '../graph/node';
import { componentOf } from '../mask/tones';
import type { PixelReader } from '../pixels/pixel-reader';
import { neededPixels, renderComposition } from '../render/render-composition';
import { findLines } from './find-lines';
import { type HorizonProposal, proposeHorizon } from './propose-horizon';

/** The longest side of the picture in which lines are looked for, in pixels. */
const SIDE = 1200;

function smallView({ canvas }: Composition): { region: Rect; scale: number } {
  const scale = Math.min(1, SIDE / Math.max(canvas.width, canvas.height));
  const [width, height] = [Math.floor(canvas.width * scale), Math.floor(canvas.height * scale)];
  return { region: { x: 0, y: 0, width: Math.max(1, width), height: Math.max(1, height) }, scale };
}

/** What has to be at hand for `sceneHorizon`. */
export function sceneNeeds(composition: Composition): Leaves {
  const { region, scale } = smallView(composition);
  return neededPixels(composition, region, scale, { kind: 'composition' });
}

/** The horizon that the straight lines of what a composition shows speak for, in composition pixels; null for none. */
export function sceneHorizon(
  composition: Composition,
  reader: PixelReader,
): HorizonProposal | null {
  const { region, scale } = smallView(composition);
  const { width, height } = region;
  const data = inScratch(() => {
    const shown = renderComposition(composition, region, scale, reader);
    return componentOf(shown, 'lightness', composition.mixIn).data.slice();
  });
  const found = proposeHorizon(findLines({ width, height, data }), { width, height });
  return found && { ...found, y: found.y / scale };
}
