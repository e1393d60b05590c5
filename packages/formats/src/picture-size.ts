export const SIZE_WAYS = ['percent', 'width', 'height', 'longest'] as const;

/** How large a delivered picture is to be; the other side follows. */
export interface PictureSize {
  readonly by: (typeof SIZE_WAYS)[number];
  readonly value: number;
}

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** The share of its size that a picture is asked for in. */
function shareOf({ width, height }: Extent, { by, value }: PictureSize): number {
  const whole = { percent: 100, width, height, longest: Math.max(width, height) };
  return value / whole[by];
}

/** A picture's extent at a size that is asked for, in whole pixels. */
export function sizedExtent(extent: Extent, size: PictureSize | undefined): Extent {
  if (!size) return extent;
  const share = shareOf(extent, size);
  const side = (pixels: number) => Math.max(1, Math.round(pixels * share));
  return { width: side(extent.width), height: side(extent.height) };
}
