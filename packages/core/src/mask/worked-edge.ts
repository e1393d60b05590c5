import {
  type Composition,
  hasExtent,
  IDENTITY,
  isOfColours,
  type Layer,
  type Mask,
  type Rect,
} from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import type { EdgeWork } from '../brush/brush';
import { maskNode } from '../graph/composition-graph';
import type { GraphNode } from '../graph/node';
import { PhotoNode } from '../graph/nodes/photo-node';
import { ClearNode, FillNode } from '../graph/nodes/plain-nodes';
import { renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';

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
  const looks = parts.filter((part) => isOfColours(part) && part.shown);
  const elsewhere = looks.some((part) => isOfColours(part) && part.of !== 'own');
  if (elsewhere || (looks.length > 0 && !hasExtent(layer))) {
    throw new EdgeRefused('This brush does not work where a mask looks at other layers.');
  }
  const worked: Mask = { id, name, startsFrom, parts, ...edge };
  const node = maskNode(worked, IDENTITY, SPACE, () => ownPicture(layer));
  const image = renderNode(node, region, scale, reader) as CoverageImage | null;
  return image ?? newCoverage(region.width, region.height);
}

const SPACE: Composition['mixIn'] = 'light';

/** The layer's own pixels, laid on the grid of its mask. */
function ownPicture({ content }: Layer): GraphNode {
  if (content.kind === 'photo') return new PhotoNode(content, IDENTITY, SPACE);
  return content.kind === 'fill' ? new FillNode(content, IDENTITY, SPACE) : new ClearNode();
}
