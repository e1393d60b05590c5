import { cornersOf, invertProjective, type Quad, rectToQuad } from '@diplex/document';
import { decodeExactly } from '@diplex/kernels';
import type { SourceLevel } from '../pixels/source-level';

/** A frame's encoded red, green and blue, 0..1, three floats a pixel, and where there is anything of it. */
export interface FramePixels {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
  /** 1 inside the frame, 0 beyond it. */
  readonly inside: Uint8Array;
}

/**
 * A frame moved onto the pixels of another of the same size, between pixels straight.
 * @param corners where the frame's corners come to lie on the other, in its pixels
 */
export function movedPixels(frame: SourceLevel, corners: Quad): FramePixels {
  const { width, height, channels } = frame;
  const top = frame.data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const data = new Float32Array(width * height * 3);
  const inside = new Uint8Array(width * height);
  const whole = { x: 0, y: 0, width, height };
  const [a, b, c, d, e, f, g, h, i0] = invertProjective(rectToQuad(whole, corners));
  const still = cornersOf(whole).every(
    ({ x, y }, i) => Math.hypot(x - (corners[i]?.x ?? 0), y - (corners[i]?.y ?? 0)) < 1e-6,
  );
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const w = g * (x + 0.5) + h * (y + 0.5) + i0;
      const u = (a * (x + 0.5) + b * (y + 0.5) + c) / w - 0.5;
      const v = (d * (x + 0.5) + e * (y + 0.5) + f) / w - 0.5;
      const there = w > 0 && u >= 0 && v >= 0 && u <= width - 1 && v <= height - 1;
      if (!still && !there) continue;
      inside[p] = 1;
      const [left, above] = still
        ? [x, y]
        : [Math.min(width - 2, Math.floor(u)), Math.min(height - 2, Math.floor(v))];
      const i = (above * width + left) * channels;
      for (let k = 0; k < 3; k++) {
        const at = (o: number) => (frame.data[i + o + k] as number) / top;
        if (still) data[p * 3 + k] = at(0);
        else {
          const [fx, fy] = [u - left, v - above];
          const line = width * channels;
          const over = at(0) * (1 - fx) + at(channels) * fx;
          const under = at(line) * (1 - fx) + at(line + channels) * fx;
          data[p * 3 + k] = over * (1 - fy) + under * fy;
        }
      }
    }
  }
  return { width, height, data, inside };
}

/** Encoded values beyond these say nothing of how much light there was. */
const [DARKEST, LIGHTEST] = [0.06, 0.94];

/** Two frames are compared at so many pixels. */
const COMPARED = 60_000;

/** Whether all channels of a pixel are neither too dark nor too light to be compared. */
function wellExposed(data: Float32Array, i: number): boolean {
  for (let c = i; c < i + 3; c++) {
    const value = data[c] as number;
    if (value < DARKEST || value > LIGHTEST) return false;
  }
  return true;
}

/** Green, in linear light: it has the least noise. */
function lightAt(data: Float32Array, i: number): number {
  return decodeExactly(data[i + 1] as number);
}

/**
 * By how many stops a frame is lighter than a reference, where both are well exposed: the median; null where there is
 * no such place.
 */
export function stopsBetween(reference: FramePixels, frame: FramePixels): number | null {
  const count = reference.inside.length;
  const stride = Math.max(1, Math.floor(count / COMPARED));
  const ratios: number[] = [];
  for (let p = 0; p < count; p += stride) {
    if (!reference.inside[p] || !frame.inside[p]) continue;
    if (!wellExposed(reference.data, p * 3) || !wellExposed(frame.data, p * 3)) continue;
    ratios.push(Math.log2(lightAt(frame.data, p * 3) / lightAt(reference.data, p * 3)));
  }
  if (ratios.length < 32) return null;
  ratios.sort((a, b) => a - b);
  return ratios[Math.floor(ratios.length / 2)] as number;
}

/** Encoded values from here on are clipped: burnt out, or blocked. */
const [BLOCKED, BURNT] = [1.5 / 255, 253.5 / 255];

/** The share of a picture whose lightest channel is blocked, or any channel burnt out. */
export function clippedShare({ data, inside }: FramePixels): number {
  let [clipped, all] = [0, 0];
  for (let p = 0, i = 0; p < inside.length; p++, i += 3) {
    if (!inside[p]) continue;
    all++;
    const most = Math.max(data[i] as number, data[i + 1] as number, data[i + 2] as number);
    if (most >= BURNT || most <= BLOCKED) clipped++;
  }
  return all === 0 ? 0 : clipped / all;
}
