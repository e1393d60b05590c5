import type { Composition, Rect } from '@diplex/document';
import { graphOf } from '../graph/composition-graph';
import type { Leaves } from '../graph/node';
import { neededBy } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';
import type { HorizonProposal } from '../scene/propose-horizon';
import { sceneHorizon, sceneNeeds } from '../scene/scene-horizon';
import { type LightPatch, patchOf, smoothed } from './light-patch';
import { openSky, overcastShare } from './open-sky';
import { detailSignature, type Signature, toneSignature } from './signature';
import {
  allOf,
  centred,
  lightPicture,
  RELIEF_SIDE,
  SMALL_SIDE,
  spreadOver,
  withoutSky,
} from './views';

/** Detail is measured on so much of a picture, about its middle, in its own pixels. */
const DETAIL_SIDE = 512;

/** Light from which on a channel has run out of values, and below which a pixel is black: half a step of 8 bits from the ends. */
const [FULL, EMPTY] = [0.995, 0.00015];

/** What a photograph shows by itself, before it is combined with others. */
export interface SourceReading {
  /** Open sky counts for nothing but the lightness, as it gives light and does not show how much falls on things. */
  readonly signature: Signature;
  /** Shares of all pixels that ran out of values: every channel at its darkest, any channel at its lightest. */
  readonly clipped: { readonly dark: number; readonly light: number };
  /** In the picture's pixels; null where no straight lines speak for one. */
  readonly horizon: HorizonProposal | null;
}

function middleOf({ canvas: { width, height } }: Composition): Rect {
  const all = { x: 0, y: 0, width, height };
  return centred(all, DETAIL_SIDE, all);
}

/** What has to be at hand for `readSource`. */
export function sourceReadingNeeds(composition: Composition): Leaves {
  const { root } = graphOf(composition);
  const seen = [SMALL_SIDE, RELIEF_SIDE].map((side) => allOf(composition, side));
  const parts = [
    ...seen.map(({ rect, scale }) => neededBy(root, rect, scale)),
    neededBy(root, middleOf(composition), 1),
    sceneNeeds(composition),
  ];
  return {
    sources: parts.flatMap(({ sources }) => sources),
    painted: [...new Set(parts.flatMap(({ painted }) => painted))],
  };
}

function clippedOf({ light, weights }: LightPatch): SourceReading['clipped'] {
  let [dark, bright, all] = [0, 0, 0];
  for (let p = 0; p < weights.length; p++) {
    if ((weights[p] as number) <= 0) continue;
    all++;
    const [r, g, b] = [light[p * 3], light[p * 3 + 1], light[p * 3 + 2]] as [
      number,
      number,
      number,
    ];
    if (Math.max(r, g, b) >= FULL) bright++;
    if (Math.max(r, g, b) <= EMPTY) dark++;
  }
  return { dark: dark / Math.max(1, all), light: bright / Math.max(1, all) };
}

/**
 * Measures a photograph alone: how light and colour are spread in it, what is clipped, noise, sharpness, from where light
 * comes, and where the horizon lies.
 * @param composition the photograph alone, on a canvas of its size
 */
export function readSource(composition: Composition, reader: PixelReader): SourceReading {
  const { root } = graphOf(composition);
  const picture = (side: number) => {
    const { rect, scale } = allOf(composition, side);
    return patchOf(lightPicture(root, rect, scale, reader, composition));
  };
  const [small, relief] = [picture(SMALL_SIDE), picture(RELIEF_SIDE)];
  const soft = smoothed(small);
  const sky = openSky(soft);
  const lit = withoutSky(relief, spreadOver(sky, soft, relief));
  const detail = patchOf(lightPicture(root, middleOf(composition), 1, reader, composition));
  return {
    signature: {
      ...toneSignature(withoutSky(soft, sky)),
      lightness: toneSignature(soft).lightness,
      ...detailSignature(detail, lit, overcastShare(soft, sky)),
    },
    clipped: clippedOf(relief),
    horizon: sceneHorizon(composition, reader),
  };
}
