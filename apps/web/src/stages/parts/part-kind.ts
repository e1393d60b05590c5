import type { Layer, MaskPart } from '@diplex/document';
import type { Icon } from '@tabler/icons-react';
import type { ComponentType } from 'react';

export type PartOf<Kind> = Extract<MaskPart, { kind: Kind }>;

export interface PartRowsProps<Kind> {
  readonly layer: Layer;
  readonly mask: string;
  readonly part: PartOf<Kind>;
}

/** How a kind of mask part shows in the inspector. */
export interface PartKind<Kind> {
  readonly icon: Icon;
  /** A word or a number that tells it from others of its kind. */
  readonly fact: (part: PartOf<Kind>) => string;
  /** What it is made by, with its amounts. */
  readonly Rows?: ComponentType<PartRowsProps<Kind>>;
}
