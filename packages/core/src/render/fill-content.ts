import { type Fill, type FillColour, invert, type Matrix, type Rect } from '@diplex/document';
import { type FloatImage, newFloatImage } from '@diplex/imaging';
import { decodeExactly, type MixSpaceName } from '@diplex/kernels';

/** Steps into which a gradient's way is divided; between them values are mixed. */
const STEPS = 1024;

/**
 * A fill's pixels in a region: premultiplied RGBA in `space`. Colours are mixed as straight
 * encoded values with their alphas beside them (CSS Images 3, without premultiplying).
 * @param toOutput from layer pixels to output pixels
 */
export function fillContent(
  fill: Fill,
  toOutput: Matrix,
  region: Rect,
  space: MixSpaceName,
): FloatImage {
  const image = newFloatImage(region.width, region.height);
  if (fill.by === 'colour') {
    const pixel = premultiplied(fill.colour, space);
    for (let i = 0; i < image.data.length; i += 4) image.data.set(pixel, i);
    return image;
  }
  const ramp = rampOf(fill, space);
  const [a, b, c, d, e, f] = invert(toOutput);
  const [dx, dy] = [fill.to.x - fill.from.x, fill.to.y - fill.from.y];
  const length = Math.max(1e-6, Math.hypot(dx, dy));
  for (let y = 0, i = 0; y < region.height; y++) {
    const v = region.y + y + 0.5;
    for (let x = 0; x < region.width; x++, i += 4) {
      const u = region.x + x + 0.5;
      const px = a * u + c * v + e - fill.from.x;
      const py = b * u + d * v + f - fill.from.y;
      const along = fill.by === 'round' ? Math.hypot(px, py) : (px * dx + py * dy) / length;
      const t = Math.max(0, Math.min(1, along / length)) * STEPS;
      const at = Math.min(STEPS - 1, Math.floor(t));
      for (let k = 0; k < 4; k++) {
        const first = ramp[at * 4 + k] as number;
        image.data[i + k] = first + ((ramp[at * 4 + 4 + k] as number) - first) * (t - at);
      }
    }
  }
  return image;
}

function premultiplied({ r, g, b, alpha }: FillColour, space: MixSpaceName): number[] {
  const channel = (value: number) =>
    alpha * (space === 'light' ? decodeExactly(value / 255) : value / 255);
  return [channel(r), channel(g), channel(b), alpha];
}

/** The colours from first to last, in STEPS + 1 places. */
function rampOf(
  { first, last }: Exclude<Fill, { by: 'colour' }>,
  space: MixSpaceName,
): Float32Array {
  const ramp = new Float32Array((STEPS + 1) * 4);
  for (let i = 0; i <= STEPS; i++) {
    const mix = (channel: keyof FillColour) =>
      first[channel] + ((last[channel] - first[channel]) * i) / STEPS;
    const colour = { r: mix('r'), g: mix('g'), b: mix('b'), alpha: mix('alpha') };
    ramp.set(premultiplied(colour, space), i * 4);
  }
  return ramp;
}
