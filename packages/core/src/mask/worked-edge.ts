import { IDENTITY, isOfColours, type Layer, type Mask, type Rect } from '@diplex/document';
import type { EdgeWork } from '../brush/brush';
import type { CoverageImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { renderContent } from '../render/render-layer';
import { renderMask, type ToneSource } from './render-mask';

/** How steep a firm edge is made. */
const FIRM = 0.75;

/** The tones of other layers do not lie on a mask's own grid. */
export class EdgeRefused extends Error {
  override readonly name = 'EdgeRefused';
}

/**
 * A mask in its own pixels as it would be with its edge softened, made firm or moved: its parts up to
 * and including `upTo` (all of them when that is not one of them), without what is done to the whole.
 * @throws EdgeRefused when the mask looks at the tones of other layers
 */
export function workedEdge(
  mask: Mask,
  layer: Layer,
  upTo: string,
  { way, by }: EdgeWork,
  region: Rect,
  reader: PixelReader,
): CoverageImage {
  const last = mask.parts.findIndex((part) => part.id === upTo);
  const parts = last < 0 ? mask.parts : mask.parts.slice(0, last + 1);
  if (parts.some((part) => isOfColours(part) && part.shown && part.of !== 'own')) {
    throw new EdgeRefused('The edge brush does not work where a mask looks at other layers.');
  }
  const worked: Mask = {
    ...{ id: mask.id, name: mask.name, startsFrom: mask.startsFrom, parts },
    feather: way === 'soften' ? by : 0,
    choke: way === 'choke' ? by : way === 'spread' ? -by : 0,
    firm: way === 'firm' ? FIRM : 0,
  };
  return renderMask(worked, IDENTITY, region, 1, { reader, tones: ownTones(layer, reader) });
}

/** The layer's own pixels, laid on the grid of its mask. */
function ownTones(layer: Layer, reader: PixelReader): ToneSource {
  const { width, height } = layer.size;
  const upright = {
    ...layer,
    placement: {
      ...{ x: width / 2, y: height / 2, scaleX: 1, scaleY: 1, turn: 0 },
      ...{ mirrorAcross: false, mirrorDown: false },
    },
  };
  return {
    space: 'light',
    picture: (_of, region, scale) => renderContent(upright, region, scale, 'light', reader),
  };
}
