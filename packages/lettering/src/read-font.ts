import { Blob, Face, Font, Variation } from 'harfbuzzjs';

/** A font that texts can be set in. */
export interface ReadFont {
  /** The name that it calls itself; empty when it has none. */
  readonly family: string;
  /** From where to where its weight varies; null when it does not. */
  readonly weights: { readonly least: number; readonly most: number } | null;
  /** Units of its em. */
  readonly unitsPerEm: number;
  /** The font at a weight, as near as it goes. */
  at(weight: number): Font;
}

/** The bytes are no font that can be read. */
export class NoFont extends Error {
  override readonly name = 'NoFont';
}

const SIGNATURES = ['\0\x01\0\0', 'OTTO', 'true', 'ttcf'];

/** The name of a font's family among its names, by the OpenType specification: the typographic one, else the plain one. */
const FAMILY_NAMES = [16, 1];

/**
 * Reads a font: TrueType or OpenType, perhaps variable; a WOFF is unpacked before (`unpackedFont`).
 * @throws NoFont when it is none
 */
export function readFont(bytes: Uint8Array): ReadFont {
  const signature = String.fromCharCode(...bytes.subarray(0, 4));
  if (!SIGNATURES.includes(signature)) {
    throw new NoFont(
      'That is no TrueType or OpenType font. Choose a file that ends in .ttf, .otf, .woff or .woff2.',
    );
  }
  const face = new Face(new Blob(bytes.slice()));
  if (face.upem === 0 || face.collectUnicodes().length === 0) {
    throw new NoFont('That font has no letters, or it is damaged. Choose another.');
  }
  const axis = face.getAxisInfos().wght;
  const weights = axis ? { least: axis.min, most: axis.max } : null;
  const fonts = new Map<number, Font>();
  return {
    family: FAMILY_NAMES.map((id) => face.getName(id, 'en')).find(Boolean) ?? '',
    weights,
    unitsPerEm: face.upem,
    at(weight) {
      const near = weights ? Math.max(weights.least, Math.min(weights.most, weight)) : 0;
      const known = fonts.get(near);
      if (known) return known;
      const font = new Font(face);
      if (weights) font.setVariations([new Variation('wght', near)]);
      fonts.set(near, font);
      return font;
    },
  };
}
