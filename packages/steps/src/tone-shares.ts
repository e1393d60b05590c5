function smooth(from: number, to: number, at: number): number {
  const share = Math.max(0, Math.min(1, (at - from) / (to - from)));
  return share * share * (3 - 2 * share);
}

/** How much of a lightness of 0..1 counts as dark, as middle and as light: they share it to one. */
export function toneShares(lightness: number): readonly [dark: number, mid: number, light: number] {
  const dark = 1 - smooth(0, 0.6, lightness);
  const light = smooth(0.4, 1, lightness);
  return [dark, 1 - dark - light, light];
}
