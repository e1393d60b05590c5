import { converter } from 'culori';
import type { FillColour, Layer, PhotoContent, Profile } from './composition';

/**
 * The pixels of a photograph in the profile of a composition: tiles are asked for, and told apart, by a name of
 * their own. In sRGB that is the photograph's hash.
 */
export interface SourceName {
  readonly source: string;
  readonly profile: Profile;
}

const MARK = '.display-p3';

export function nameOfSource({ source, profile }: SourceName): string {
  return profile === 'srgb' ? source : `${source}${MARK}`;
}

export function sourceNamed(name: string): SourceName {
  return name.endsWith(MARK)
    ? { source: name.slice(0, -MARK.length), profile: 'display-p3' }
    : { source: name, profile: 'srgb' };
}

/** A photograph that goes by the name of its pixels in a profile; for drawing alone. */
export function photoIn(content: PhotoContent, profile: Profile): PhotoContent {
  if (profile === 'srgb') return content;
  return { ...content, source: nameOfSource({ source: content.source, profile }) };
}

/** A layer of which that is true, whatever it shows. */
export function layerIn(layer: Layer, profile: Profile): Layer {
  const { content } = layer;
  return content.kind === 'photo' ? { ...layer, content: photoIn(content, profile) } : layer;
}

/** What the library of colours calls them. */
export const PROFILE_MODES = { srgb: 'rgb', 'display-p3': 'p3' } as const;

/**
 * A colour in another profile.
 * @returns the same colour in whole numbers; where the profile does not have it, the nearest in each channel
 */
export function colourIn<Colour extends Omit<FillColour, 'alpha'>>(
  colour: Colour,
  from: Profile,
  to: Profile,
): Colour {
  const { r, g, b } = colour;
  const given = { mode: PROFILE_MODES[from], r: r / 255, g: g / 255, b: b / 255 };
  const found = converter(PROFILE_MODES[to])(given);
  const whole = (value: number) => Math.round(255 * Math.max(0, Math.min(1, value)));
  return { ...colour, r: whole(found.r), g: whole(found.g), b: whole(found.b) };
}

/** The names that a colour has in a document, and nothing else does. */
const NAMES: ReadonlySet<string> = new Set(['r', 'g', 'b', 'alpha']);

function isColour(value: object): value is FillColour {
  const names = Object.keys(value);
  return (
    names.length >= 3 &&
    names.every((name) => NAMES.has(name)) &&
    ['r', 'g', 'b'].every((name) => typeof (value as Record<string, unknown>)[name] === 'number')
  );
}

/** Brings all colours of a part of a document that were given by numbers into another profile, in place. */
export function recolour(part: object, from: Profile, to: Profile): void {
  for (const value of Object.values(part)) {
    if (typeof value !== 'object' || value === null) continue;
    if (isColour(value))
      Object.assign(value, colourIn({ r: value.r, g: value.g, b: value.b }, from, to));
    else recolour(value, from, to);
  }
}
