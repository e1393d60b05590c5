import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import { binOf, type Count, countPixels } from './count-pixels';

/** Odd, so that grey has a bin of its own. */
const SIDE = 97;

const lab = new Float32Array(3);

/** The plane reaches so far from grey to each side, in OKLab: a little beyond the most vivid colours of sRGB. */
export const CHROMA_REACH = 0.34;

/**
 * How much of a picture has each chroma: the plane of OKLab's a (to the right) and b (upwards), grey in the middle.
 * The first three sums of a bin are those of its encoded red, green and blue, the fourth is how much.
 */
export const CHROMA_PLANE: Count = {
  name: 'chroma',
  width: SIDE,
  height: SIDE,
  of: (image, coverage, space) =>
    countPixels(CHROMA_PLANE, image, coverage, space, ({ rgb, share }, add) => {
      const [red, green, blue] = rgb.map((value) => decodeExactly(value)) as typeof rgb;
      oklabOfLight(red, green, blue, lab, 0);
      const [, a, b] = lab as unknown as [number, number, number];
      const place = (value: number) => binOf((value / CHROMA_REACH + 1) / 2, SIDE);
      const bin = place(-b) * SIDE + place(a);
      for (let c = 0; c < 3; c++) add(bin, c, share * (rgb[c] as number));
      add(bin, 3, share);
    }),
};
