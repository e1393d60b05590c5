import { type FloatImage, newFloatImage } from '@diplex/imaging';

/** Where less was laid down than this, what lies around is met. */
const BARE = 0.004;

/** Where less is there than this, there is no tone to meet. */
const THERE = 0.5;

/** Sweeps of the relaxation: enough that another hundred would change less than a thousandth. */
const SWEEPS = 90;

/**
 * What has to be added to a patch so that its tone runs into that of what lies around it and its detail stays: the
 * difference of both along the border, and within it the smoothest there is (a solution of Laplace's equation, which is
 * that of the gradient-domain problem; Perez, Gangnet and Blake 2003). By successive over-relaxation, begun from means of
 * ever larger cells.
 * @param behind what the patch is laid on, premultiplied RGBA in the mixing space
 * @param patch what is laid, in the same pixels
 * @param laid how much of it is laid at each pixel, 0..1: one number for each
 * @returns three differences for each pixel, and 1; noughts where nothing can be met
 */
export function membrane(behind: FloatImage, patch: FloatImage, laid: Float32Array): FloatImage {
  const { width, height } = behind;
  const result = newFloatImage(width, height);
  const known = new Uint8Array(width * height);
  for (let p = 0; p < known.length; p++) {
    const there = Math.min(behind.data[p * 4 + 3] as number, patch.data[p * 4 + 3] as number);
    known[p] = (laid[p] as number) < BARE && there > THERE ? 1 : 0;
  }
  for (let c = 0; c < 3; c++) {
    const field = begun(differences(behind, patch, known, c), known, width, height);
    relax(field, known, width, height);
    for (let p = 0; p < known.length; p++) result.data[p * 4 + c] = field[p] as number;
  }
  for (let p = 0; p < known.length; p++) result.data[p * 4 + 3] = 1;
  return result;
}

/** How one component of straight colours differs where it is known, evened out over the pixels beside it: grain is not met. */
function differences(
  behind: FloatImage,
  patch: FloatImage,
  known: Uint8Array,
  c: number,
): Float32Array {
  const { width, height } = behind;
  const raw = new Float32Array(known.length);
  for (let p = 0; p < known.length; p++) {
    if (!known[p]) continue;
    const i = p * 4;
    const [a, b] = [behind.data[i + 3] as number, patch.data[i + 3] as number];
    raw[p] = (behind.data[i + c] as number) / a - (patch.data[i + c] as number) / b;
  }
  const even = new Float32Array(known.length);
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (!known[p]) continue;
      let [sum, count] = [0, 0];
      for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
        for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
          const q = v * width + u;
          if (!known[q]) continue;
          sum += raw[q] as number;
          count++;
        }
      }
      even[p] = sum / count;
    }
  }
  return even;
}

/** A first answer: what is known stays, what is not is the mean of what is known around it, near things first. */
function begun(
  values: Float32Array,
  known: Uint8Array,
  width: number,
  height: number,
): Float32Array {
  const [across, down] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const means = new Float32Array(across * down);
  const some = new Uint8Array(across * down);
  let unknown = 0;
  for (let y = 0, o = 0; y < down; y++) {
    for (let x = 0; x < across; x++, o++) {
      let [sum, count] = [0, 0];
      for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++) {
        for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
          const p = v * width + u;
          if (!known[p]) continue;
          sum += values[p] as number;
          count++;
        }
      }
      if (count > 0) means[o] = sum / count;
      else unknown++;
      some[o] = count > 0 ? 1 : 0;
    }
  }
  const coarse =
    unknown === 0 || unknown === some.length ? means : begun(means, some, across, down);
  const field = values.slice();
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (!known[p]) field[p] = coarse[(y >> 1) * across + (x >> 1)] as number;
    }
  }
  return field;
}

function relax(field: Float32Array, known: Uint8Array, width: number, height: number): void {
  const unknown: number[] = [];
  for (let p = 0; p < known.length; p++) if (!known[p]) unknown.push(p);
  if (unknown.length === known.length) return void field.fill(0);
  const over = 2 / (1 + Math.sin(Math.PI / Math.max(3, Math.sqrt(unknown.length))));
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    for (const p of unknown) {
      const x = p % width;
      // What lies beyond the picture is as what lies at its edge.
      const left = field[x > 0 ? p - 1 : p] as number;
      const right = field[x < width - 1 ? p + 1 : p] as number;
      const above = field[p >= width ? p - width : p] as number;
      const below = field[p < width * (height - 1) ? p + width : p] as number;
      const own = field[p] as number;
      field[p] = own + over * ((left + right + above + below) / 4 - own);
    }
  }
}
