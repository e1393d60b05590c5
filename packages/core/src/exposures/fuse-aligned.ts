import { decodeExactly, encodeExactly } from '@diplex/kernels';
import type { FramePixels } from './frame-light';
import {
  FUSION,
  type FusionAmounts,
  fuseExposures,
  fusionWeights,
  heldBack,
} from './fuse-exposures';
import { fusionShares, masksOfShares } from './fusion-masks';

/** A fusion of exposures as the masks of frames that lie one over the other. */
export interface Fusion {
  /** How much of what lies behind each frame covers, 0..1; the first is all 1. */
  readonly masks: readonly Float32Array[];
  /** What they draw: encoded values, three a pixel. */
  readonly drawn: Float32Array;
}

/**
 * Fuses frames that lie on one another: by masks that, with the frames mixed as light, draw the picture that exposure
 * fusion makes of them as nearly as masks can.
 */
export function fuseAligned(
  frames: readonly FramePixels[],
  amounts: FusionAmounts = FUSION,
): Fusion {
  const light = frames.map(({ data }) => data.map((value) => decodeExactly(value)));
  const wanted = heldBack(fuseExposures(frames, amounts)).map((value) => decodeExactly(value));
  const weights = fusionWeights(frames, amounts);
  const width = frames[0]?.width ?? 0;
  const shares = fusionShares({ width, frames: light, wanted, weights });
  const drawn = new Float32Array(wanted.length);
  for (let i = 0; i < drawn.length; i++) {
    const p = Math.floor(i / 3);
    let sum = 0;
    for (let k = 0; k < light.length; k++) {
      sum += (shares[k]?.[p] as number) * (light[k]?.[i] as number);
    }
    drawn[i] = encodeExactly(sum);
  }
  return { masks: masksOfShares(shares), drawn };
}
