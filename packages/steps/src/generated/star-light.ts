import type { Light } from './pixels';

/** The light of a black body, 1 at its strongest channel. */
export function starLight(kelvin: number): Light {
  const t = kelvin / 1000;
  const red = t <= 6.6 ? 1 : Math.min(1, 1.1 * (t - 5.6) ** -0.28);
  const green = t <= 6.6 ? Math.max(0, 0.39 * Math.log(t * 10) - 0.635) : 0.93 * (t - 5.6) ** -0.16;
  const blue = t >= 6.6 ? 1 : t <= 1.9 ? 0 : Math.max(0, 0.543 * Math.log(t * 10 - 10) - 1.186);
  // As light, not as encoded values.
  return [red ** 2.2, Math.min(1, green) ** 2.2, Math.min(1, blue) ** 2.2];
}
