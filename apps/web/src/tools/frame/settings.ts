import { toolSettings } from '../tool-settings';

/** How a box or an oval is drawn out. */
export interface Framing {
  readonly from: 'corner' | 'centre';
  readonly shape: 'free' | 'square';
}

export const useFraming = toolSettings<Framing>({ from: 'corner', shape: 'free' });
