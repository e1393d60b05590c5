/** An encoded colour, 0..255 each. */
export interface Colour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

/** What the picture shows: the composition, or one layer's mask in one of several ways. */
export type View =
  | { readonly kind: 'composition' }
  /** The layer, with what is hidden under a hatched veil of `strength` 0..1. */
  | {
      readonly kind: 'veil';
      readonly layer: string;
      readonly colour: Colour;
      readonly strength: number;
    }
  /** The layer as it is, with a line where the mask passes one half. */
  | { readonly kind: 'edges'; readonly layer: string }
  /** The mask as greyscale. */
  | { readonly kind: 'plain'; readonly layer: string }
  /** What only this layer's mask shows, and what only the other's does, each hatched its own way. */
  | { readonly kind: 'difference'; readonly layer: string; readonly other: string }
  /** The layer cut out, on checks. */
  | { readonly kind: 'cut-out'; readonly layer: string; readonly checks: 'dark' | 'light' }
  /** The layer cut out, on one colour. */
  | { readonly kind: 'backdrop'; readonly layer: string; readonly colour: Colour };
