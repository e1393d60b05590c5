/** How far Lanczos's window reaches, in zeros of its sine. */
const LOBES = 3;

/** Lanczos's windowed sine with three lobes to each side. */
function lanczos(x: number): number {
  if (x === 0) return 1;
  if (Math.abs(x) >= LOBES) return 0;
  const turned = Math.PI * x;
  return (LOBES * Math.sin(turned) * Math.sin(turned / LOBES)) / (turned * turned);
}

/** What of a line goes into one of its new places: neighbours from `first` on, whose weights add up to 1. */
interface Share {
  readonly first: number;
  readonly weights: Float32Array;
}

function sharesOf(from: number, to: number): Share[] {
  const ratio = from / to;
  // A smaller picture looks at all that a place of it stands for.
  const wide = Math.max(1, ratio);
  return Array.from({ length: to }, (_, i) => {
    const middle = (i + 0.5) * ratio - 0.5;
    const first = Math.max(0, Math.ceil(middle - LOBES * wide));
    const last = Math.min(from - 1, Math.floor(middle + LOBES * wide));
    const raw = Array.from({ length: last - first + 1 }, (_, k) =>
      lanczos((first + k - middle) / wide),
    );
    const sum = raw.reduce((a, b) => a + b, 0);
    return { first, weights: Float32Array.from(raw, (each) => each / sum) };
  });
}

interface Extent {
  readonly width: number;
  readonly height: number;
}

/**
 * Makes a picture larger or smaller as its rows come, by Lanczos's filter; no more rows are held than the filter looks
 * at. Rows are premultiplied RGBA in linear light (halving in encoded values would darken); what overshoots is not clamped.
 */
export class RowResizer {
  private readonly across: readonly Share[];
  private readonly down: readonly Share[];
  /** New rows that are begun, by their place. */
  private readonly open = new Map<number, Float32Array>();
  private come = 0;
  private given = 0;

  constructor(
    from: Extent,
    private readonly to: Extent,
  ) {
    this.across = sharesOf(from.width, to.width);
    this.down = sharesOf(from.height, to.height);
  }

  /** Takes the next row, and gives those that are complete with it. */
  take(row: Float32Array): Float32Array[] {
    const narrow = this.resized(row);
    for (let y = this.given; y < this.to.height; y++) {
      const { first, weights } = this.down[y] as Share;
      if (first > this.come) break;
      const weight = weights[this.come - first];
      if (weight === undefined) continue;
      const sums = this.open.get(y) ?? this.begun(y);
      for (let i = 0; i < sums.length; i++) {
        sums[i] = (sums[i] as number) + weight * (narrow[i] as number);
      }
    }
    this.come++;
    return this.complete();
  }

  private begun(y: number): Float32Array {
    const row = new Float32Array(this.to.width * 4);
    this.open.set(y, row);
    return row;
  }

  private complete(): Float32Array[] {
    const rows: Float32Array[] = [];
    for (; this.given < this.to.height; this.given++) {
      const { first, weights } = this.down[this.given] as Share;
      if (first + weights.length > this.come) break;
      const row = this.open.get(this.given);
      if (row) rows.push(row);
      this.open.delete(this.given);
    }
    return rows;
  }

  private resized(row: Float32Array): Float32Array {
    const { width } = this.to;
    const narrow = new Float32Array(width * 4);
    for (let x = 0; x < width; x++) {
      const { first, weights } = this.across[x] as Share;
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let k = 0, i = first * 4; k < weights.length; k++, i += 4) {
        const weight = weights[k] as number;
        r += weight * (row[i] as number);
        g += weight * (row[i + 1] as number);
        b += weight * (row[i + 2] as number);
        a += weight * (row[i + 3] as number);
      }
      const at = x * 4;
      narrow[at] = r;
      narrow[at + 1] = g;
      narrow[at + 2] = b;
      narrow[at + 3] = a;
    }
    return narrow;
  }
}
