import { toolSettings } from '../tool-settings';

/** What the pointer does with the Component tool: it samples, or sets a point by the colour under it. */
export const COMPONENT_ACTS = ['keep', 'drop', 'black', 'white'] as const;
export type ComponentAct = (typeof COMPONENT_ACTS)[number];

/** How the Component tool works. */
export interface Componenting {
  readonly act: ComponentAct;
  /** Radius of a sampling stroke, in composition pixels. */
  readonly radius: number;
  /** Whether all components are seen side by side. */
  readonly panels: boolean;
}

export const useComponenting = toolSettings<Componenting>({
  ...{ act: 'keep', radius: 8, panels: false },
});
