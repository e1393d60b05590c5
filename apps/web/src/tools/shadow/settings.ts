import { toolSettings } from '../tool-settings';

/** Which of the shadows of a thing is worked on, by its id; the first where that is none of them. */
export const useShadow = toolSettings<{ readonly chosen: string | null }>({ chosen: null });
