import { decode, encode } from '@diplex/kernels';
import { LUMA } from '../colour/luma';

/** How much of the finest detail is added at the strongest. */
const STRONGEST = 1.6;

/** Weights of a Gaussian of 0.6 pixels, of a pixel itself and of each neighbour along a line. */
const MIDDLE = 0.664;
const BESIDE = 0.168;

/** Encoded lightness below this has no colour that could be kept in a ratio. */
const DARKEST = 1 / 255;

interface Kept {
  readonly row: Float32Array;
  /** Encoded luma of the straight colours. */
  readonly luma: Float32Array;
  /** The same, blurred along the row. */
  readonly smooth: Float32Array;
}

function lumaOf(row: Float32Array): Float32Array {
  const [red, green, blue] = LUMA;
  return new Float32Array(row.length / 4).map((_, x) => {
    const i = x * 4;
    const alpha = row[i + 3] as number;
    if (alpha <= 0) return 0;
    const part = (c: number) => encode((row[i + c] as number) / alpha);
    return red * part(0) + green * part(1) + blue * part(2);
  });
}

function smoothed(luma: Float32Array): Float32Array {
  const last = luma.length - 1;
  return luma.map((value, x) => {
    const left = luma[Math.max(0, x - 1)] as number;
    const right = luma[Math.min(last, x + 1)] as number;
    return MIDDLE * value + BESIDE * (left + right);
  });
}

/**
 * Brings out the finest detail of a picture that was made smaller, as its rows come: an unsharp mask in encoded lightness, with the
 * same gain of light for all channels, so that colours do not fringe. Rows are premultiplied RGBA in linear light.
 */
export class RowSharpener {
  private before: Kept | null = null;
  private now: Kept | null = null;

  /** @param amount 0 (nothing) to 1 */
  constructor(private readonly amount: number) {}

  /** Takes the next row, which is the sharpener's from then on, and gives those that are complete. */
  take(row: Float32Array): Float32Array[] {
    const luma = lumaOf(row);
    const after = { row, luma, smooth: smoothed(luma) };
    const done = this.now ? [this.sharpened(this.before ?? this.now, this.now, after)] : [];
    this.before = this.now;
    this.now = after;
    return done;
  }

  /** What is still to come when all rows were taken. */
  end(): Float32Array[] {
    const { before, now } = this;
    return now ? [this.sharpened(before ?? now, now, now)] : [];
  }

  private sharpened(above: Kept, here: Kept, below: Kept): Float32Array {
    const row = here.row.slice();
    here.luma.forEach((value, x) => {
      if (value < DARKEST) return;
      const around = (above.smooth[x] as number) + (below.smooth[x] as number);
      const blurred = MIDDLE * (here.smooth[x] as number) + BESIDE * around;
      const wanted = value + STRONGEST * this.amount * (value - blurred);
      const gain = decode(wanted) / decode(value);
      for (let c = 0; c < 3; c++) row[x * 4 + c] = (row[x * 4 + c] as number) * gain;
    });
    return row;
  }
}
