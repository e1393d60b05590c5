/** The networks look at this many pixels at most. */
export const SEEN_PIXELS = 1024 * 1024;

/** Saliency is looked for at this many pixels at most. */
export const SALIENCY_PIXELS = 40_000;
