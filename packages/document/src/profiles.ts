import { converter } from 'culori';
import type { Composition, FillColour, Layer, Profile } from './composition';

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

/** A composition whose photographs go by the names of their pixels in its profile; for drawing alone. */
export function withNamedPixels(composition: Composition): Composition {
  const { profile } = composition.canvas;
  if (profile === 'srgb') return composition;
  const named = (layer: Layer): Layer => {
    const { content } = layer;
    if (content.kind !== 'photo') return layer;
    const source = nameOfSource({ source: content.source, profile });
    return { ...layer, content: { ...content, source } };
  };
  const layers = Object.entries(composition.layers).map(([id, layer]) => [id, named(layer)]);
  return { ...composition, layers: Object.fromEntries(layers) };
}

const MODES = { srgb: 'rgb', 'display-p3': 'p3' } as const;

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
  const given = { mode: MODES[from], r: r / 255, g: g / 255, b: b / 255 };
  const found = converter(MODES[to])(given);
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
