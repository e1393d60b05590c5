import { callsFor } from '../memory/thread';
import type { MixSpaceName } from '../transfer/transfer';
import { COMPOSITE_TWINS } from './twin';

export type BlendName = keyof typeof COMPOSITE_TWINS;

/** The names of all blend modes. */
export const BLEND_NAMES = Object.keys(COMPOSITE_TWINS) as readonly BlendName[];

/** By which number the module knows a mode that looks at colours; the others have loops of their own. */
const NUMBERS: Readonly<Partial<Record<BlendName, number>>> = {
  ...{ multiply: 1, screen: 2, overlay: 3, darken: 4, lighten: 5, 'color-dodge': 6 },
  ...{ 'color-burn': 7, 'hard-light': 8, 'soft-light': 9, difference: 10, exclusion: 11 },
  ...{ hue: 12, saturation: 13, color: 14, luminosity: 15 },
};

/**
 * One layer onto what lies behind it, pixel by pixel, in place.
 *
 * `backdrop` and `source` are premultiplied RGBA in the mixing space, 4 floats a pixel, 0..1;
 * `coverage` one float a pixel, or null for 1 everywhere; `opacity` 0..1.
 * Blend formulas (W3C Compositing and Blending Level 1) are evaluated on encoded values; their
 * result is mixed by coverage in the mixing space:
 * co = (1 - as) cb + as ((1 - ab) Cs + ab B(Cb, Cs)), ao = as + ab (1 - as).
 */
export function compositeRows(
  mode: BlendName,
  backdrop: Float32Array,
  source: Float32Array,
  coverage: Float32Array | null,
  opacity: number,
  space: MixSpaceName,
): void {
  const calls = callsFor(backdrop, source, coverage);
  if (!calls) return COMPOSITE_TWINS[mode](backdrop, source, coverage, opacity, space);
  const pixels = backdrop.length / 4;
  const [to, from] = [backdrop.byteOffset, source.byteOffset];
  const cover = coverage?.byteOffset ?? 0;
  const number = NUMBERS[mode];
  if (number !== undefined) {
    const light = space === 'light' ? 1 : 0;
    calls.compositeBlended?.(number, to, from, cover, opacity, light, pixels);
  } else if (mode === 'normal') calls.compositeNormal?.(to, from, cover, opacity, pixels);
  else calls.compositePlusLighter?.(to, from, cover, opacity, pixels);
}
