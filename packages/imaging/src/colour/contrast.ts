/** Straight and display-encoded (sRGB), 0..1. */
export interface EncodedColour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

const linear = (value: number) =>
  value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;

function luminance({ r, g, b }: EncodedColour): number {
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
}

/** The contrast of two colours, 1 to 21: the relative luminances, each with 0.05 of flare (WCAG 2.2, 1.4.3). */
export function contrastOf(a: EncodedColour, b: EncodedColour): number {
  const [first, second] = [luminance(a), luminance(b)];
  return (Math.max(first, second) + 0.05) / (Math.min(first, second) + 0.05);
}
