import {
  isTiled,
  type Mask,
  type MaskPart,
  type Matrix,
  multiply,
  type Rect,
  scaling,
  type TiledPart,
  type TonesPart,
} from '@diplex/document';
import { combineMasks, type MixSpaceName, turnRound } from '@diplex/kernels';
import { type CoverageImage, type FloatImage, newCoverage, newFloatImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { choked } from './choke';
import { componentsIn } from './components';
import { type DrawCoverage, feathered } from './feather';
import { evened, firm } from './firm';
import { type PaintedCoverage, paintedCoverage } from './painted-coverage';
import { partOutlines } from './part-outline';
import { rampCoverage } from './ramp';
import { scanConvertAll } from './scan-convert';
import { componentOf, toneCoverage } from './tones';

/** Pictures whose tones a mask looks at; null where there is nothing. */
export interface ToneSource {
  readonly space: MixSpaceName;
  picture(of: TonesPart['of'], region: Rect, scale: number): FloatImage | null;
}

/** What masks are drawn from. */
export interface MaskGround {
  readonly reader: PixelReader;
  readonly tones: ToneSource;
}

/**
 * A mask in output pixels: its parts, combined in order, then its edge moved, evened, feathered and
 * made firm.
 *
 * @param toComposition from mask pixels to composition pixels
 * @param region whole-number output pixels
 * @param scale output pixels per composition pixel
 */
export function renderMask(
  mask: Mask,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  ground: MaskGround,
): CoverageImage {
  const combined: DrawCoverage = (part, at) => combineParts(mask, toComposition, part, at, ground);
  const moved: DrawCoverage = (part, at) => choked(combined, part, at, mask.choke ?? 0);
  const even: DrawCoverage = (part, at) =>
    mask.evened ? evened(moved, part, at, mask.evened) : moved(part, at);
  const image = feathered(even, region, scale, mask.feather);
  firm(image, mask.firm ?? 0);
  return image;
}

function combineParts(
  mask: Mask,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  ground: MaskGround,
): CoverageImage {
  const result = newCoverage(region.width, region.height, mask.startsFrom === 'full' ? 1 : 0);
  for (const part of mask.parts) {
    if (!part.shown) continue;
    const drawn = weakened(renderPart(part, toComposition, region, scale, ground), part);
    combineMasks(part.combine, result.data, drawn.value, drawn.applies);
  }
  return result;
}

/** A part's coverage and, for a painted one, where it applies at all. */
interface DrawnPart {
  readonly value: Float32Array;
  readonly applies: Float32Array | null;
}

/** A part that does only some of what it does. */
function weakened(drawn: DrawnPart, { amount = 1, combine }: MaskPart): DrawnPart {
  if (amount === 1) return drawn;
  const { value } = drawn;
  const kept = combine === 'intersect' ? 1 - amount : 0;
  for (let i = 0; i < value.length; i++) value[i] = kept + (value[i] as number) * amount;
  if (combine !== 'replace') return drawn;
  const applies = drawn.applies ?? newCoverage(value.length, 1, 1).data;
  for (let i = 0; i < applies.length; i++) applies[i] = (applies[i] as number) * amount;
  return { value, applies };
}

function renderPart(
  part: MaskPart,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  ground: MaskGround,
): DrawnPart {
  if (isTiled(part)) return renderTiled(part, toComposition, region, scale, ground.reader);
  const value = feathered(drawerOf(part, toComposition, ground), region, scale, part.feather).data;
  if (part.inverted) turnRound(value, null);
  return { value, applies: null };
}

/** How a part is drawn that is worked out anew for every region. */
function drawerOf(
  part: Exclude<MaskPart, TiledPart>,
  toComposition: Matrix,
  { tones }: MaskGround,
): DrawCoverage {
  const toOutput = (at: number) => multiply(scaling(at, at), toComposition);
  if (part.kind === 'ramp') return (area, at) => rampCoverage(part, toOutput(at), area);
  if (part.kind === 'tones') return (area, at) => tonesIn(part, tones, area, at);
  if (part.kind === 'component') {
    return (area, at) => {
      const picture = tones.picture(part.of, area, at) ?? newFloatImage(area.width, area.height);
      return componentsIn(part, picture, tones.space);
    };
  }
  return (area, at) => scanConvertAll(partOutlines(part, toOutput(at)), area);
}

function tonesIn(part: TonesPart, tones: ToneSource, area: Rect, at: number): CoverageImage {
  const picture = tones.picture(part.of, area, at);
  if (!picture) return newCoverage(area.width, area.height, toneCoverage(part, 0));
  const image = componentOf(picture, part.component, tones.space);
  const { data } = image;
  for (let i = 0; i < data.length; i++) data[i] = toneCoverage(part, data[i] as number);
  return image;
}

function renderTiled(
  part: TiledPart,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  reader: PixelReader,
): DrawnPart {
  // Both planes ask for the same region, so it is sampled once.
  let sampled: { at: number; painted: PaintedCoverage | null } | null = null;
  const plane = (which: 'value' | 'applies') => {
    const draw = (area: Rect, at: number) => {
      if (sampled?.at !== at) {
        const toOutput = multiply(scaling(at, at), toComposition);
        sampled = { at, painted: paintedCoverage(part, toOutput, area, reader) };
      }
      return sampled.painted?.[which] ?? newCoverage(area.width, area.height);
    };
    return feathered(draw, region, scale, part.feather).data;
  };
  const value = plane('value');
  // What was picked says something everywhere, what was painted only where the brush was.
  const applies = part.kind === 'painted' ? plane('applies') : null;
  if (part.inverted) turnRound(value, applies);
  return { value, applies };
}
