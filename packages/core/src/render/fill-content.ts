import {
  type Fill,
  type FillColour,
  type Gradient,
  type GradientStop,
  type GradientWay,
  invert,
  type Matrix,
  type Rect,
} from '@diplex/document';
import { type FloatImage, lightOfOklab, newFloatImage, oklabOfLight } from '@diplex/imaging';
import { decodeExactly, encodeExactly, type MixSpaceName } from '@diplex/kernels';

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
  const along = ALONG[fill.by](dx, dy);
  for (let y = 0, i = 0; y < region.height; y++) {
    const v = region.y + y + 0.5;
    for (let x = 0; x < region.width; x++, i += 4) {
      const u = region.x + x + 0.5;
      const px = a * u + c * v + e - fill.from.x;
      const py = b * u + d * v + f - fill.from.y;
      const t = Math.max(0, Math.min(1, along(px, py))) * STEPS;
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

/** How far along a gradient of a way (dx, dy) a place lies that is so far from its beginning. */
const ALONG: Readonly<
  Record<GradientWay, (dx: number, dy: number) => (px: number, py: number) => number>
> = {
  straight(dx, dy) {
    const square = Math.max(1e-12, dx * dx + dy * dy);
    return (px, py) => (px * dx + py * dy) / square;
  },
  round(dx, dy) {
    const length = Math.max(1e-6, Math.hypot(dx, dy));
    return (px, py) => Math.hypot(px, py) / length;
  },
  swept(dx, dy) {
    const start = Math.atan2(dy, dx);
    return (px, py) => ((((Math.atan2(py, px) - start) / (2 * Math.PI)) % 1) + 1) % 1;
  },
};

/** A colour's straight, encoded values between two, mixed in the space of the gradient. */
function mixed(a: FillColour, b: FillColour, share: number, mixIn: Gradient['mixIn']): FillColour {
  const between = (from: number, to: number) => from + (to - from) * share;
  const alpha = between(a.alpha, b.alpha);
  if (mixIn !== 'oklab') {
    return { r: between(a.r, b.r), g: between(a.g, b.g), b: between(a.b, b.b), alpha };
  }
  const lab = (colour: FillColour) => {
    const out = new Float64Array(3);
    const [red, green, blue] = [colour.r, colour.g, colour.b].map((v) => decodeExactly(v / 255));
    oklabOfLight(red as number, green as number, blue as number, out);
    return out;
  };
  const [from, to] = [lab(a), lab(b)];
  const light = new Float64Array(3);
  const at = (i: number) => between(from[i] as number, to[i] as number);
  lightOfOklab(at(0), at(1), at(2), light);
  const channel = (i: number) => 255 * encodeExactly(Math.max(0, Math.min(1, light[i] as number)));
  return { r: channel(0), g: channel(1), b: channel(2), alpha };
}

/** The colours from first to last, in STEPS + 1 places. */
function rampOf(gradient: Gradient, space: MixSpaceName): Float32Array {
  const { first, last, between = [], mixIn } = gradient;
  const stops = [{ at: 0, colour: first }, ...between, { at: 1, colour: last }];
  const ramp = new Float32Array((STEPS + 1) * 4);
  for (let i = 0, next = 1; i <= STEPS; i++) {
    const t = i / STEPS;
    while (next < stops.length - 1 && t > (stops[next]?.at as number)) next++;
    const [a, b] = [stops[next - 1], stops[next]] as [GradientStop, GradientStop];
    const run = b.at - a.at;
    const share = run > 0 ? Math.max(0, Math.min(1, (t - a.at) / run)) : 1;
    ramp.set(premultiplied(mixed(a.colour, b.colour, share, mixIn), space), i * 4);
  }
  return ramp;
}
