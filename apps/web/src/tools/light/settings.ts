import { toolSettings } from '../tool-settings';

/** How much of what is proposed is taken, 0..1. */
export const useLight = toolSettings<{ readonly share: number }>({ share: 0.8 });
