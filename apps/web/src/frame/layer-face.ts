import {
  type CoatLays,
  type Composition,
  type Fill,
  type FillColour,
  type Layer,
  layerById,
} from '@diplex/document';
import { address } from '../link/server';

/** What a layer's card shows, as a CSS background. */
export function faceOf(composition: Composition, { content }: Layer): string {
  if (content.kind === 'photo') return `url(${address.sourceThumbnail(content.source)})`;
  if (content.kind === 'fill') return fillFace(content.fill);
  if (content.kind === 'glass') return 'none';
  if (content.kind === 'shape') {
    const { fill, stroke } = content;
    if (fill) return fillFace(fill);
    return stroke ? fillFace({ by: 'colour', colour: stroke.colour }) : 'none';
  }
  if (content.kind === 'paint') {
    const top = content.coats.map(({ lays }) => lays).findLast(isFillOf);
    return top ? fillFace(top) : 'none';
  }
  // A group shows the nearest thing in it that is shown.
  const inside = content.children.flatMap((id) => layerById(composition, id) ?? []);
  const nearest = inside.findLast(({ shown }) => shown) ?? inside.at(-1);
  return nearest ? faceOf(composition, nearest) : 'none';
}

/** Whether a coat lays a fill, and not what is elsewhere. */
function isFillOf(lays: CoatLays): lays is Fill {
  return lays.by !== 'taken' && lays.by !== 'nothing';
}

function fillFace(fill: Fill): string {
  if (fill.by === 'colour') return `linear-gradient(${css(fill.colour)} 0 100%)`;
  const between = (fill.between ?? []).map(({ at, colour }) => `${css(colour)} ${at * 100}%`);
  const stops = [css(fill.first), ...between, css(fill.last)].join(', ');
  if (fill.by === 'swept') return `conic-gradient(${stops})`;
  if (fill.by === 'round') return `radial-gradient(${stops})`;
  const [dx, dy] = [fill.to.x - fill.from.x, fill.to.y - fill.from.y];
  return `linear-gradient(${90 + (Math.atan2(dy, dx) * 180) / Math.PI}deg, ${stops})`;
}

function css({ r, g, b, alpha }: FillColour): string {
  return `rgb(${r} ${g} ${b} / ${alpha})`;
}
