import type { Layer } from '@diplex/document';
import type { ReactNode } from 'react';
import type { Action } from '../actions/action';

/** What a panel of a stage is about. */
export interface PanelProps {
  /** The layer in hand. */
  readonly layer: Layer | undefined;
  /** Whose mask the tools make: the layer's, one of its steps', or the area's. */
  readonly holder: Layer | undefined;
}

/** A stage at which the picture is worked on: what its tray and its inspector hold. */
export interface StageHome {
  /** In tray order; keys and pointer go by it. */
  readonly tools: readonly Action[];
  /** What the next press or stroke will change. */
  readonly Sentence: () => ReactNode;
  /** In the tray after the tools. */
  readonly Options?: () => ReactNode;
  /** In the inspector, from the top. */
  readonly panels: readonly ((props: PanelProps) => ReactNode)[];
}
