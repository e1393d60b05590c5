import { decodeExactly } from '@diplex/kernels';

/** Light that is as bright as the middle of encoded values: what overlays with it changes nothing. */
const MIDDLE = decodeExactly(0.5);

/**
 * A surface lit from a side, as grey about the middle: what faces the light is brighter.
 * @param heightAt how high the surface lies at a place
 * @param step how far apart slopes are measured, in the layer's own pixels
 * @param strength what a slope of 1 adds to the encoded value
 */
export function reliefGrey(
  heightAt: (x: number, y: number) => number,
  step: number,
  azimuth: number,
  strength: number,
): (x: number, y: number, to: Float32Array, i: number) => void {
  const angle = (azimuth * Math.PI) / 180;
  const [dx, dy] = [Math.sin(angle) * step, -Math.cos(angle) * step];
  return (x, y, to, i) => {
    if (strength === 0) {
      to.fill(MIDDLE, i, i + 3);
      to[i + 3] = 1;
      return;
    }
    const slope = heightAt(x - dx, y - dy) - heightAt(x + dx, y + dy);
    const value = Math.max(0.02, Math.min(0.98, 0.5 + strength * slope));
    to.fill(decodeExactly(value), i, i + 3);
    to[i + 3] = 1;
  };
}
