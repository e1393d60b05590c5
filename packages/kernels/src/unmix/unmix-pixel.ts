import { callsFor } from '../memory/thread';
import { unmixPixelTwin } from './twin';

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
