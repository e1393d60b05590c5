import { growRect } from '@diplex/document';
import { LUMA } from '@diplex/imaging';
import {
  decodeInPlace,
  encodeRow,
  type FloatPixels,
  MAP_NUMBERS,
  meanOfMaps,
  premultiplyRow,
  scratchDoubles,
  scratchFloats,
  straightenRow,
} from '@diplex/kernels';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { countShown, straightLight } from '../straight-colours';
import type { relief } from './definition';

type Values = ValuesOf<typeof relief.fields>;

/** Where so little shows nothing is raised. */
const LEAST_ALPHA = 1e-4;

/** At a height of 1 a difference of tones shows so many times as strong. */
const STEEP = 3;

/** So far from a slope the light of both sides is looked at, as shares of its width, with these weights. */
const LOOKS = [
  [0.25, 0.3],
  [0.5, 0.4],
  [1, 0.3],
] as const;

/** The mean of a picture moved along the light by half the width, one way or the other. */
function moved(from: FloatPixels, values: Values, scale: number, way: number, like: FloatPixels) {
  const angle = (values.azimuth * Math.PI) / 180;
  const [x, y] = [Math.sin(angle), -Math.cos(angle)].map(
    (each) => each * way * values.depth * scale,
  ) as [number, number];
  const maps = scratchDoubles(LOOKS.length * MAP_NUMBERS);
  LOOKS.forEach(([share, weight], i) => {
    maps.set([1, 0, 0, 1, share * x, share * y, weight], i * MAP_NUMBERS);
  });
  const made = { ...like, data: scratchFloats(like.width * like.height * 4) };
  meanOfMaps(from, maps, made);
  return made.data;
}

/** How much lighter it is towards the light than away from it: what faces the light is bright, what does not is dark. */
export const computeRelief: GatherComputation<Values> = {
  reads: 'gather',
  looks: ({ depth }, part) => growRect(part, depth),
  /** Grey values of the encoded luminance, premultiplied by what shows. */
  source(_, image, coverage, space) {
    const data = straightLight(image.data, space);
    for (let i = 0; i < data.length; i += 4) {
      const luma =
        LUMA[0] * (data[i] as number) +
        LUMA[1] * (data[i + 1] as number) +
        LUMA[2] * (data[i + 2] as number);
      data.fill(Math.max(0, Math.min(1, luma)), i, i + 3);
    }
    encodeRow(data);
    countShown(data, coverage);
    premultiplyRow(data);
    return data;
  },
  gather(values, from, { part, scale }) {
    const like = { ...part, data: from.data };
    const [towards, away] = [1, -1].map((way) => moved(from, values, scale, way, like)) as [
      Float32Array,
      Float32Array,
    ];
    const made = { width: part.width, height: part.height, data: scratchFloats(towards.length) };
    for (let i = 0; i < towards.length; i += 4) {
      const [a, b] = [towards[i + 3] as number, away[i + 3] as number];
      const sure = a > LEAST_ALPHA && b > LEAST_ALPHA;
      const slope = sure ? (away[i] as number) / b - (towards[i] as number) / a : 0;
      made.data.fill(STEEP * values.height * slope, i, i + 4);
    }
    return made;
  },
  combine({ keeps }, own, gathered, space) {
    const { data } = own;
    const alphas = data.filter((_, i) => i % 4 === 3);
    straightenRow(data);
    if (space === 'light') encodeRow(data);
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const by = gathered.data[i] as number;
      for (let c = i; c < i + 3; c++) data[c] = (keeps === 'grey' ? 0.5 : (data[c] as number)) + by;
      data[i + 3] = alphas[p] as number;
    }
    return inSpaceAgain(own, space);
  },
};

function inSpaceAgain(
  own: { readonly width: number; readonly height: number; readonly data: Float32Array },
  space: 'light' | 'encoded',
) {
  for (let i = 0; i < own.data.length; i += 4) {
    for (let c = i; c < i + 3; c++) own.data[c] = Math.max(0, Math.min(1, own.data[c] as number));
  }
  if (space === 'light') decodeInPlace(own.data);
  premultiplyRow(own.data);
  return own;
}
