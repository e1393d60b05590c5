/**
 * What a thing looks like: a mixture of Gaussians over vectors of `dimensions` numbers (OKLab colours,
 * and how finely structured their place is).
 */
export interface Mixture {
  readonly dimensions: number;
  readonly clouds: readonly Cloud[];
  /**
   * For the likelihood, per cloud: the mean, the rows of the inverse of the covariance's lower
   * Cholesky factor, and -ln of weight over the root of the determinant.
   */
  readonly numbers: Float64Array;
}

interface Cloud {
  readonly weight: number;
  readonly mean: readonly number[];
  readonly covariance: readonly (readonly number[])[];
}

/** The variance that every cloud has at least: noise, and what lies between the samples. */
const LEAST_VARIANCE = 6e-5;

const KMEANS_ROUNDS = 4;
const FIT_ROUNDS = 4;

/**
 * Fits a mixture of up to `clouds` Gaussians: k-means from far-apart beginnings, then rounds of
 * fitting with every sample in its likeliest cloud. The same result for the same samples.
 * @param samples `dimensions` floats each
 * @throws RangeError when there is no sample
 */
export function fitMixture(samples: Float32Array, dimensions: number, clouds: number): Mixture {
  const count = samples.length / dimensions;
  if (count === 0) throw new RangeError('A model needs at least one sample.');
  const owner = new Uint8Array(count);
  const centres = farApart(samples, dimensions, Math.min(clouds, count));
  for (let round = 0; round < KMEANS_ROUNDS; round++) gather(samples, dimensions, centres, owner);
  let model = mixtureOf(samples, dimensions, owner, centres.length / dimensions);
  for (let round = 0; round < FIT_ROUNDS; round++) {
    for (let i = 0; i < count; i++) owner[i] = likeliest(model, samples, i * dimensions);
    model = mixtureOf(samples, dimensions, owner, model.clouds.length);
  }
  return model;
}

/** What is left of a mixture when only the first dimensions are looked at. */
export function marginal(model: Mixture, dimensions: number): Mixture {
  return prepared(
    model.clouds.map(({ weight, mean, covariance }) => ({
      weight,
      mean: mean.slice(0, dimensions),
      covariance: covariance.slice(0, dimensions).map((row) => row.slice(0, dimensions)),
    })),
    dimensions,
  );
}

/** A cloud that is so much less likely than another adds nothing to it: less than a ten-millionth. */
const UNHEARD = 17;

/** -ln of how likely a vector is in a mixture, up to a constant that depends on the dimensions. */
export function unlikeliness(model: Mixture, values: Float32Array, at: number): number {
  const stride = strideOf(model.dimensions);
  let least = Number.POSITIVE_INFINITY;
  let sum = 0;
  for (let cloud = 0; cloud < model.numbers.length; cloud += stride) {
    const cost = costIn(model, cloud, values, at);
    if (cost < least) {
      sum = cost < least - UNHEARD ? 1 : sum * Math.exp(cost - least) + 1;
      least = cost;
    } else if (cost < least + UNHEARD) sum += Math.exp(least - cost);
  }
  return least - Math.log(sum);
}

function strideOf(dimensions: number): number {
  return dimensions + (dimensions * (dimensions + 1)) / 2 + 1;
}

function costIn(model: Mixture, cloud: number, values: Float32Array, at: number): number {
  const { dimensions, numbers } = model;
  let k = cloud + dimensions;
  let sum = 0;
  for (let row = 0; row < dimensions; row++) {
    let along = 0;
    for (let c = 0; c <= row; c++, k++) {
      along +=
        (numbers[k] as number) * ((values[at + c] as number) - (numbers[cloud + c] as number));
    }
    sum += along * along;
  }
  return (numbers[k] as number) + sum / 2;
}

function likeliest(model: Mixture, samples: Float32Array, at: number): number {
  const stride = strideOf(model.dimensions);
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let cloud = 0; cloud < model.numbers.length; cloud += stride) {
    const cost = costIn(model, cloud, samples, at);
    if (cost < least) {
      least = cost;
      best = cloud;
    }
  }
  return best / stride;
}

function between(
  a: Float32Array,
  i: number,
  b: Float32Array,
  k: number,
  dimensions: number,
): number {
  let sum = 0;
  for (let c = 0; c < dimensions; c++) {
    const difference = (a[i + c] as number) - (b[k + c] as number);
    sum += difference * difference;
  }
  return sum;
}

/** Centres that are far from each other and yet no outliers. */
function farApart(samples: Float32Array, dimensions: number, wanted: number): Float32Array {
  const count = samples.length / dimensions;
  const centres = new Float32Array(wanted * dimensions);
  centres.set(samples.subarray(0, dimensions));
  const away = new Float32Array(count).fill(Number.POSITIVE_INFINITY);
  for (let made = 1; made < wanted; made++) {
    const newest = (made - 1) * dimensions;
    for (let i = 0; i < count; i++) {
      const to = between(samples, i * dimensions, centres, newest, dimensions);
      if (to < (away[i] as number)) away[i] = to;
    }
    const far = Float32Array.from(away).sort()[Math.floor(count * 0.95)] as number;
    if (far < 1e-7) return centres.subarray(0, made * dimensions);
    const at = away.findIndex((value) => value >= far) * dimensions;
    centres.set(samples.subarray(at, at + dimensions), made * dimensions);
  }
  return centres;
}

/** One round of k-means: every sample to its nearest centre, and the centres to the middle. */
function gather(
  samples: Float32Array,
  dimensions: number,
  centres: Float32Array,
  owner: Uint8Array,
): void {
  const clouds = centres.length / dimensions;
  const sums = new Float64Array(centres.length);
  const counts = new Float64Array(clouds);
  for (let i = 0; i < owner.length; i++) {
    let best = 0;
    let least = Number.POSITIVE_INFINITY;
    for (let k = 0; k < clouds; k++) {
      const d = between(samples, i * dimensions, centres, k * dimensions, dimensions);
      if (d < least) {
        least = d;
        best = k;
      }
    }
    owner[i] = best;
    counts[best] = (counts[best] as number) + 1;
    for (let c = 0; c < dimensions; c++) {
      const at = best * dimensions + c;
      sums[at] = (sums[at] as number) + (samples[i * dimensions + c] as number);
    }
  }
  for (let at = 0; at < centres.length; at++) {
    const n = counts[Math.floor(at / dimensions)] as number;
    if (n > 0) centres[at] = (sums[at] as number) / n;
  }
}

function mixtureOf(
  samples: Float32Array,
  dimensions: number,
  owner: Uint8Array,
  clouds: number,
): Mixture {
  const found: Cloud[] = [];
  for (let cloud = 0; cloud < clouds; cloud++) {
    const mean = new Float64Array(dimensions);
    const products = new Float64Array(dimensions * dimensions);
    let n = 0;
    for (let i = 0; i < owner.length; i++) {
      if (owner[i] !== cloud) continue;
      n++;
      for (let r = 0; r < dimensions; r++) {
        const value = samples[i * dimensions + r] as number;
        mean[r] = (mean[r] as number) + value;
        for (let c = 0; c <= r; c++) {
          const at = r * dimensions + c;
          products[at] = (products[at] as number) + value * (samples[i * dimensions + c] as number);
        }
      }
    }
    if (n === 0) continue;
    for (let r = 0; r < dimensions; r++) mean[r] = (mean[r] as number) / n;
    const covariance = Array.from({ length: dimensions }, (_, r) =>
      Array.from({ length: dimensions }, (_, c) => {
        const [high, low] = [Math.max(r, c), Math.min(r, c)];
        const product = (products[high * dimensions + low] as number) / n;
        return product - (mean[r] as number) * (mean[c] as number) + (r === c ? LEAST_VARIANCE : 0);
      }),
    );
    found.push({ weight: n / owner.length, mean: [...mean], covariance });
  }
  return prepared(found, dimensions);
}

function prepared(clouds: readonly Cloud[], dimensions: number): Mixture {
  const numbers = clouds.flatMap(({ weight, mean, covariance }) => {
    const root = choleskyFactor(covariance);
    const rows = inverseOfLower(root);
    const logRoot = root.reduce((sum, row, r) => sum + Math.log(row[r] as number), 0);
    return [...mean, ...rows.flatMap((row, r) => row.slice(0, r + 1)), logRoot - Math.log(weight)];
  });
  return { dimensions, clouds, numbers: Float64Array.from(numbers) };
}

function choleskyFactor(matrix: readonly (readonly number[])[]): number[][] {
  const root = matrix.map((row) => row.map(() => 0));
  for (let r = 0; r < root.length; r++) {
    for (let c = 0; c <= r; c++) {
      let sum = matrix[r]?.[c] as number;
      for (let k = 0; k < c; k++) sum -= (root[r]?.[k] as number) * (root[c]?.[k] as number);
      const diagonal = root[c]?.[c] as number;
      (root[r] as number[])[c] = r === c ? Math.sqrt(Math.max(sum, 1e-9)) : sum / diagonal;
    }
  }
  return root;
}

function inverseOfLower(root: readonly (readonly number[])[]): number[][] {
  const inverse = root.map((row) => row.map(() => 0));
  for (let c = 0; c < root.length; c++) {
    for (let r = c; r < root.length; r++) {
      let sum = r === c ? 1 : 0;
      for (let k = c; k < r; k++) sum -= (root[r]?.[k] as number) * (inverse[k]?.[c] as number);
      (inverse[r] as number[])[c] = sum / (root[r]?.[r] as number);
    }
  }
  return inverse;
}
