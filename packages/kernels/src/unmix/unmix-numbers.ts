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
