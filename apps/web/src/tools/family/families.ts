/** A family of steps: what they are called together, and their kinds, the ones that are wanted most first. */
export interface Family {
  readonly words: string;
  /** Over its samples in the inspector. */
  readonly title: string;
  readonly kinds: readonly string[];
}

export const FAMILIES = {
  glows: {
    words: 'Glow',
    title: 'Effects of light',
    kinds: ['bloom', 'glow', 'relight', 'vignette'],
  },
  blurs: {
    words: 'Blur',
    title: 'Softer and sharper',
    kinds: [
      ...(['lens-blur', 'depth', 'motion-blur', 'turning-blur', 'rushing-blur'] as const),
      ...(['path-blur', 'blur', 'sharpen', 'grain', 'take-out-grain'] as const),
    ],
  },
  painted: {
    words: 'Painterly',
    title: 'Painted',
    kinds: ['strokes', 'oil', 'posterise', 'relief'],
  },
  grades: {
    words: 'Grade',
    title: 'Colours and tones',
    kinds: [
      ...(['grade', 'borrowed-colours', 'colour-table', 'curves', 'tone-tint'] as const),
      ...(['white-balance'] as const),
      ...(['hue-bands', 'saturation', 'monochrome', 'colour-gel', 'local-contrast'] as const),
    ],
  },
  surfaces: {
    words: 'Surface',
    title: 'Surfaces as steps',
    kinds: ['borrowed-texture', 'relief', 'local-contrast', 'grain'],
  },
  swirls: {
    words: 'Swirl',
    title: 'Other shapes',
    kinds: ['swirl', 'circle', 'ripple', 'shear', 'relief'],
  },
} as const satisfies Readonly<Record<string, Family>>;

export type FamilyName = keyof typeof FAMILIES;
