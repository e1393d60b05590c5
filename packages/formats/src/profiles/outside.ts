import { decodeExactly } from '@diplex/kernels';
import { betweenSpaces } from './icc-profile';
import { SPACES, type SpaceName } from './spaces';

/** Beyond the space by less than this, in light, nobody sees it. */
const SLACK = 0.004;

/** What of a picture a space does not have. */
export interface Outside {
  /** 0..1 of the pixels that are seen. */
  readonly share: number;
  /** Around all of them, in pixels of the picture; null when there are none. */
  readonly box: { x: number; y: number; width: number; height: number } | null;
}

/**
 * Where colours lie outside of another space.
 * @param samples straight RGBA, 8 bits, encoded by the curve of sRGB, row by row
 */
export function outsideOf(
  samples: Uint8Array | Uint8ClampedArray,
  width: number,
  { from, to }: { readonly from: SpaceName; readonly to: SpaceName },
): Outside {
  const light = new Float32Array(256).map((_, i) => decodeExactly(i / 255));
  const matrix = betweenSpaces(SPACES[from], SPACES[to]);
  let [seen, outside] = [0, 0];
  let [left, top, right, bottom] = [width, samples.length, -1, -1];
  for (let i = 0; i < samples.length; i += 4) {
    if (samples[i + 3] === 0) continue;
    seen++;
    const [r, g, b] = [
      light[samples[i] as number],
      light[samples[i + 1] as number],
      light[samples[i + 2] as number],
    ] as [number, number, number];
    const off = matrix.some((row) => {
      const value = row[0] * r + row[1] * g + row[2] * b;
      return value < -SLACK || value > 1 + SLACK;
    });
    if (!off) continue;
    outside++;
    const [x, y] = [(i / 4) % width, Math.floor(i / 4 / width)];
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  const box =
    outside > 0 ? { x: left, y: top, width: right - left + 1, height: bottom - top + 1 } : null;
  return { share: seen > 0 ? outside / seen : 0, box };
}
