import { oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';
import { fitMixture, unlikeliness } from './mixture';

/** How much a picture's parts stand out, and how sure it is that one thing does. */
export interface Saliency {
  /** 0..1 for every pixel. */
  readonly data: Float32Array;
  /** 0 (nothing stands out) to 1. */
  readonly confidence: number;
}

/** Clouds of colours along the picture's border. */
const BORDER_CLOUDS = 5;

/**
 * What stands out: colours that the border of the picture does not have (boundary prior, Wei et al.
 * 2012, with a mixture of Gaussians), more in the middle than at the sides. Sure when what stands out
 * is far from the rest, compact, and does not run into the border.
 * @param picture a coarse level; some tens of thousands of pixels are enough
 */
export function saliencyOf(picture: SourceLevel): Saliency {
  const { width, height, channels } = picture;
  const count = width * height;
  const lab = new Float32Array(count * 3);
  oklabOf(picture.data, 0, channels, count, lab);
  const border = Math.max(2, Math.round(Math.min(width, height) * 0.03));
  const atBorder = (p: number) => {
    const x = p % width;
    const y = Math.floor(p / width);
    return x < border || y < border || x >= width - border || y >= height - border;
  };
  const samples: number[] = [];
  for (let p = 0; p < count; p++) {
    if (atBorder(p)) samples.push(...lab.subarray(p * 3, p * 3 + 3));
  }
  const model = fitMixture(Float32Array.from(samples), 3, BORDER_CLOUDS);
  const raw = new Float32Array(count);
  for (let p = 0; p < count; p++) raw[p] = unlikeliness(model, lab, p * 3);
  const sorted = Float32Array.from(raw).sort();
  const low = sorted[Math.floor(count * 0.1)] as number;
  const high = Math.max(low + 6, sorted[Math.floor(count * 0.98)] as number);
  const data = new Float32Array(count);
  for (let p = 0; p < count; p++) {
    const x = ((p % width) + 0.5) / width - 0.5;
    const y = (Math.floor(p / width) + 0.5) / height - 0.5;
    const central = Math.exp(-(x * x + y * y) / 0.22);
    const rare = Math.max(0, Math.min(1, ((raw[p] as number) - low) / (high - low)));
    data[p] = rare * (0.35 + 0.65 * central);
  }
  return { data, confidence: confidenceOf(data, width, atBorder) };
}

function confidenceOf(data: Float32Array, width: number, atBorder: (p: number) => boolean): number {
  let inside = 0;
  let outside = 0;
  let insides = 0;
  let touching = 0;
  let spread = 0;
  let [sumX, sumY] = [0, 0];
  const isIn = (p: number) => (data[p] as number) > 0.35;
  for (let p = 0; p < data.length; p++) {
    if (!isIn(p)) {
      outside += data[p] as number;
      continue;
    }
    inside += data[p] as number;
    insides++;
    sumX += p % width;
    sumY += Math.floor(p / width);
    if (atBorder(p)) touching++;
  }
  const share = insides / data.length;
  if (share < 0.01 || share > 0.7) return 0;
  for (let p = 0; p < data.length; p++) {
    if (!isIn(p)) continue;
    const dx = (p % width) - sumX / insides;
    const dy = Math.floor(p / width) - sumY / insides;
    spread += dx * dx + dy * dy;
  }
  // A disc of the same area has the least spread there is.
  const disc = (insides * insides) / (2 * Math.PI);
  const compact = Math.min(1, (2.5 * disc) / spread);
  const contrast = inside / insides - outside / Math.max(1, data.length - insides);
  const free = Math.max(0, 1 - (6 * touching) / insides);
  return Math.max(0, Math.min(1, contrast * 1.6)) * compact * free;
}
