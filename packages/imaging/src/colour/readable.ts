import { decodeExactly, encodeExactly } from '@diplex/kernels';
import { contrastOf, type EncodedColour } from './contrast';
import { lightOfOklab, oklabOfLight } from './oklab';

/** Lightness is tried in so many steps from black to white. */
const STEPS = 50;

/** Of the places behind a text so many may have less contrast. */
const MAY_BE_WORSE = 0.1;

/** How well a colour can be read before others: the contrast that all but a few of them have at least. */
export function contrastBefore(colour: EncodedColour, behind: readonly EncodedColour[]): number {
  const each = behind.map((other) => contrastOf(colour, other)).sort((a, b) => a - b);
  return each[Math.floor(each.length * MAY_BE_WORSE)] ?? 21;
}

/**
 * The colour most like one that can be read before others: its lightness in OKLab is changed as little as does, its hue and
 * as much of its chroma as there is at that lightness stay. Black or white where nothing else does.
 * @param least the contrast that is wanted (WCAG 2.2, 1.4.3)
 */
export function readableLike(
  colour: EncodedColour,
  behind: readonly EncodedColour[],
  least: number,
): EncodedColour {
  if (contrastBefore(colour, behind) >= least) return colour;
  const lab = new Float64Array(3);
  oklabOfLight(decodeExactly(colour.r), decodeExactly(colour.g), decodeExactly(colour.b), lab);
  const [own = 0, a = 0, b = 0] = lab;
  const candidates = Array.from({ length: STEPS + 1 }, (_, k) => k / STEPS)
    .sort((one, other) => Math.abs(one - own) - Math.abs(other - own))
    .map((lightness) => atLightness(lightness, a, b));
  const fitting = candidates.find((each) => contrastBefore(each, behind) >= least);
  if (fitting) return fitting;
  const ends = [
    { r: 0, g: 0, b: 0 },
    { r: 1, g: 1, b: 1 },
  ] as const;
  return contrastBefore(ends[0], behind) > contrastBefore(ends[1], behind) ? ends[0] : ends[1];
}

/** A hue at a lightness, with as much of its chroma as can be shown. */
function atLightness(lightness: number, a: number, b: number): EncodedColour {
  const light = new Float64Array(3);
  for (let share = 1; share > 0; share -= 0.05) {
    lightOfOklab(lightness, a * share, b * share, light);
    if (light.every((value) => value >= 0 && value <= 1)) break;
  }
  const [r, g, bl] = Array.from(light, (value) =>
    encodeExactly(Math.max(0, Math.min(1, value))),
  ) as [number, number, number];
  return { r, g, b: bl };
}
