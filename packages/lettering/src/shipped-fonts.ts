/** A family that is shipped with the application. */
export interface ShippedFont {
  /** Its file is `generated/FILE.ttf`. */
  readonly file: string;
  readonly family: string;
  /** What it looks like, in a word. */
  readonly character: string;
}

/** One of each character; all vary in weight. */
export const SHIPPED_FONTS: readonly ShippedFont[] = [
  { file: 'figtree', family: 'Figtree', character: 'plain' },
  { file: 'outfit', family: 'Outfit', character: 'geometric' },
  { file: 'oswald', family: 'Oswald', character: 'narrow' },
  { file: 'fraunces', family: 'Fraunces', character: 'soft serif' },
  { file: 'bitter', family: 'Bitter', character: 'slab serif' },
  { file: 'grandstander', family: 'Grandstander', character: 'playful' },
  { file: 'caveat', family: 'Caveat', character: 'written' },
  { file: 'jetbrains-mono', family: 'JetBrains Mono', character: 'of one width' },
];

export const FIRST_FONT = { family: 'Figtree', file: 'figtree' } as const;
