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
  const edge = {
    feather: way === 'soften' ? by : 0,
    choke: way === 'choke' ? by : way === 'spread' ? -by : 0,
    firm: way === 'firm' ? FIRM : 0,
  };
  return drawnParts({ ...mask, parts }, layer, edge, region, 1, reader);
}

/**
 * The parts of a mask before one of them (all of them when it is not one of them), as they are, at
 * `scale` of the mask's own pixels.
 * @throws EdgeRefused when the mask looks at the tones of other layers
 */
export function partsBefore(
  mask: Mask,
  layer: Layer,
  part: string,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage {
  const at = mask.parts.findIndex((each) => each.id === part);
  const parts = at < 0 ? mask.parts : mask.parts.slice(0, at);
  return drawnParts({ ...mask, parts }, layer, { feather: 0 }, region, scale, reader);
}

function drawnParts(
  { id, name, startsFrom, parts }: Mask,
  layer: Layer,
  edge: Pick<Mask, 'feather' | 'choke' | 'firm'>,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage {
  if (parts.some((part) => isOfColours(part) && part.shown && part.of !== 'own')) {
    throw new EdgeRefused('This brush does not work where a mask looks at other layers.');
  }
  const worked: Mask = { id, name, startsFrom, parts, ...edge };
  return renderMask(worked, IDENTITY, region, scale, { reader, tones: ownTones(layer, reader) });
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
