/** Encoded values at which the three deviations hold; between them they go over into one another. */
const [DARKS, MIDS, LIGHTS] = [0.12, 0.45, 0.8] as const;

/** Deviations of grain at three lightnesses, in 255ths. */
export interface Deviations {
  readonly darks: number;
  readonly mids: number;
  readonly lights: number;
}

/** The deviation at an encoded luma: between the three places they go over into one another, beyond them they stay. */
export function deviationAt(luma: number, { darks, mids, lights }: Deviations): number {
  if (luma <= DARKS) return darks;
  if (luma >= LIGHTS) return lights;
  const [from, to, low, high] =
    luma < MIDS ? [DARKS, MIDS, darks, mids] : [MIDS, LIGHTS, mids, lights];
  const t = (luma - from) / (to - from);
  return low + (high - low) * t;
}
