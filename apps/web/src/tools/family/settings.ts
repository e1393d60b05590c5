import { toolSettings } from '../tool-settings';

/** What a step of a family is added to: the layer in hand, or all that lies behind what stands before it, as a glass. */
export type FamilyOnto = 'layer' | 'all';

export const useFamily = toolSettings<{ readonly onto: FamilyOnto }>({
  onto: 'layer',
});
