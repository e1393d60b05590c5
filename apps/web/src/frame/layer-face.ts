import {
  type CoatLays,
  type Composition,
  colourIn,
  type Fill,
  type FillColour,
  growRect,
  isGlass,
  isGroup,
  isPaint,
  type Layer,
  type LetteringContent,
  layerById,
  layersInDepth,
  letteringBounds,
  originalOf,
  type PaintContent,
  type Profile,
} from '@diplex/document';
import { address } from '../link/server';

/** What a layer's card shows, as a CSS background. */
export function faceOf(composition: Composition, layer: Layer): string {
  const { content } = originalOf(composition, layer) ?? layer;
  const { profile } = composition.canvas;
  if (content.kind === 'showing') return 'none';
  if (content.kind === 'photo') return `url(${address.sourceThumbnail(content.source)})`;
  if (content.kind === 'fill') return fillFace(content.fill, profile);
  if (content.kind === 'glass') return 'none';
  if (content.kind === 'lettering') return letteringFace(content, profile);
  if (content.kind === 'shadow') return fillFace({ by: 'colour', colour: content.colour }, profile);
  if (content.kind === 'shape') {
    const { fill, stroke } = content;
    if (fill) return fillFace(fill, profile);
    return stroke ? fillFace({ by: 'colour', colour: stroke.colour }, profile) : 'none';
  }
  if (content.kind === 'paint') {
    const top = content.coats.map(({ lays }) => lays).findLast(isFillOf);
    if (top) return fillFace(top, profile);
    const under = takenFrom(composition, layer, content);
    return under ? faceOf(composition, under) : 'none';
  }
  if (content.kind === 'generated') {
    const colour = content.values.colour ?? content.values.first;
    return colour
      ? fillFace({ by: 'colour', colour: { ...(colour as FillColour), alpha: 1 } }, profile)
      : 'none';
  }
  // A group shows the nearest thing in it that is shown.
  const inside = content.children.flatMap((id) => layerById(composition, id) ?? []);
  const nearest = inside.findLast(({ shown }) => shown) ?? inside.at(-1);
  return nearest ? faceOf(composition, nearest) : 'none';
}

/** The layer from which the top coat takes: the one that it names, or the first behind that has a face of its own. */
function takenFrom(composition: Composition, layer: Layer, { coats }: PaintContent) {
  const lays = coats.at(-1)?.lays;
  if (lays?.by !== 'taken') return undefined;
  if (typeof lays.from !== 'string') return layerById(composition, lays.from.layer);
  const all = layersInDepth(composition);
  const behind = all.slice(0, all.indexOf(layer));
  return behind.findLast((each) => !isPaint(each) && !isGlass(each) && !isGroup(each));
}

/** Whether a coat lays a fill, and not what is elsewhere. */
function isFillOf(lays: CoatLays): lays is Fill {
  return lays.by !== 'taken' && lays.by !== 'nothing';
}

function fillFace(fill: Fill, profile: Profile): string {
  const css = (colour: FillColour) => cssOf(colour, profile);
  if (fill.by === 'colour') return `linear-gradient(${css(fill.colour)} 0 100%)`;
  const between = (fill.between ?? []).map(({ at, colour }) => `${css(colour)} ${at * 100}%`);
  const stops = [css(fill.first), ...between, css(fill.last)].join(', ');
  if (fill.by === 'swept') return `conic-gradient(${stops})`;
  if (fill.by === 'round') return `radial-gradient(${stops})`;
  const [dx, dy] = [fill.to.x - fill.from.x, fill.to.y - fill.from.y];
  return `linear-gradient(${90 + (Math.atan2(dy, dx) * 180) / Math.PI}deg, ${stops})`;
}

/** A colour of a composition as pages have it. */
function cssOf(colour: FillColour, profile: Profile): string {
  const { r, g, b, alpha } = colourIn(colour, profile, 'srgb');
  return `rgb(${r} ${g} ${b} / ${alpha})`;
}

/** How much wider than high a card is. */
const CARD = 1.42;

/** The letters themselves, before a ground that they stand out from. */
function letteringFace(content: LetteringContent, profile: Profile): string {
  const { fill, drawn } = content;
  const bounds = growRect(letteringBounds(content), content.letterSize / 5);
  // A card is filled to its edges, so that what is drawn has its proportions.
  const width = Math.max(bounds.width, bounds.height * CARD);
  const height = width / CARD;
  const x = bounds.x + (bounds.width - width) / 2;
  const y = bounds.y + (bounds.height - height) / 2;
  const colour = fill
    ? fill.by === 'colour'
      ? fill.colour
      : fill.first
    : { r: 255, g: 255, b: 255, alpha: 1 };
  const ground = colour.r + colour.g + colour.b > 380 ? '#26282a' : '#e6e4df';
  const letters = drawn.places.map(
    (place) =>
      `<path d="${drawn.glyphs[place.glyph] ?? ''}" transform="translate(${place.x} ${place.y}) rotate(${place.turn}) scale(${drawn.unit})"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${x} ${y} ${width} ${height}" fill="${cssOf(colour, profile)}"><rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${ground}"/>${letters.join('')}</svg>`;
  return `url("data:image/svg+xml,${encodeURIComponent(svg)}")`;
}
