import { callsFor } from '../memory/thread';
import { unmixPixelTwin } from './twin';

/** A side has so many clusters of colours at most near a place. */
export const MOST_CLUSTERS = 24;

/** Numbers of a cluster: its share of the side, its mean in red, green and blue, and its covariance rr, rg, rb, gg, gb, bb. */
export const CLUSTER_NUMBERS = 10;

const SIDE = MOST_CLUSTERS * CLUSTER_NUMBERS;

/** Where the numbers lie that a pixel is unmixed by, and what comes of it. */
export const UNMIX = {
  keptCount: 0,
  droppedCount: 1,
  /** The share of pixels that are thought to be wholly kept, and as many wholly dropped. */
  pure: 2,
  alpha: 3,
  variance: 4,
  /** 1 when anything explained the colour; else 0. */
  explained: 5,
  kept: 6,
  dropped: 6 + SIDE,
} as const;

export const UNMIX_NUMBERS = UNMIX.dropped + SIDE;

/**
 * Unmixes a colour into what is kept and what is dropped: the mean and the variance of alpha over all pairs of
 * clusters, after Chuang, Curless, Salesin and Szeliski (2001), with the hypotheses that a pixel is wholly one side, or
 * shows a colour of either that was seen nowhere. Where the two sides have the same colours the variance is large.
 * @param told as `UNMIX` says, in linear light; it takes alpha and variance
 * @param r the pixel in linear light, as are `g` and `b`
 */
export function unmixPixel(told: Float64Array, r: number, g: number, b: number): void {
  const calls = callsFor(told);
  if (calls) calls.unmixPixel?.(told.byteOffset, r, g, b);
  else unmixPixelTwin(told, r, g, b);
}
