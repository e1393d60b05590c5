/** What is known of each pixel before it is solved; the alpha of a held one is given. */
export const KNOWN = { drop: 0, held: 64, unsure: 128, keep: 255 } as const;

/** A picture in linear light and what is known of it. */
export interface MatteInput {
  readonly width: number;
  readonly height: number;
  /** Linear-light RGB, 0..1, interleaved: width x height x 3. */
  readonly linear: Float32Array;
  /** KNOWN for each pixel. */
  readonly known: Uint8Array;
  /** The alpha of the pixels that are held, 0..1, by pixel; what it says of others is not looked at. */
  readonly held?: Float32Array;
}

/** A picture that is too large to be in memory as floats: parts of it are asked for. */
export interface MattePicture extends Omit<MatteInput, 'linear'> {
  /** Linear-light RGB of a part of the picture, interleaved. */
  light(part: Part): Float32Array;
}

/** A picture in memory as one whose parts can be asked for. */
export function inMemory({ linear, ...input }: MatteInput): MattePicture {
  return {
    ...input,
    light(part) {
      const colours = new Float32Array(part.width * part.height * 3);
      for (let y = 0; y < part.height; y++) {
        const from = ((part.y + y) * input.width + part.x) * 3;
        colours.set(linear.subarray(from, from + part.width * 3), y * part.width * 3);
      }
      return colours;
    },
  };
}

/** A part of a picture as a picture of its own. */
export function partOf(picture: MattePicture, part: Part): MattePicture {
  const { width, height } = part;
  return {
    ...{ width, height, known: croppedPlane(picture.known, picture.width, part) },
    ...(picture.held && { held: croppedPlane(picture.held, picture.width, part) }),
    light: (at) => picture.light({ ...at, x: at.x + part.x, y: at.y + part.y }),
  };
}

/** The unsure pixels in the order of the picture, in blocks of four that lie side by side in a row. */
export interface Unknowns {
  /** The pixel of each slot, four for each block; -1 where a block holds a pixel that is known. */
  readonly pixel: Int32Array;
  /** The slot of each pixel; -1 where it is known. */
  readonly at: Int32Array;
  /** Column and row where each block begins; columns are multiples of four. */
  readonly columns: Int32Array;
  readonly rows: Int32Array;
}

export function unknownsOf({
  width,
  height,
  known,
}: Pick<MatteInput, 'width' | 'height' | 'known'>): Unknowns {
  const at = new Int32Array(known.length).fill(-1);
  const blocks = blocksWith({ width, height, known });
  const pixel = new Int32Array(blocks * 4);
  const [columns, rows] = [new Int32Array(blocks), new Int32Array(blocks)];
  for (let y = 0, block = 0; y < height; y++) {
    for (let x = 0; x < width; x += 4) {
      const first = y * width + x;
      const end = Math.min(4, width - x);
      if (!someUnsure(known, first, end)) continue;
      for (let lane = 0, slot = block * 4; lane < 4; lane++, slot++) {
        const asked = lane < end && isUnsure(known[first + lane] as number);
        if (asked) at[first + lane] = slot;
        pixel[slot] = asked ? first + lane : -1;
      }
      columns[block] = x;
      rows[block] = y;
      block++;
    }
  }
  return { pixel, at, columns, rows };
}

function someUnsure(known: Uint8Array, first: number, count: number): boolean {
  for (let p = first; p < first + count; p++) if (isUnsure(known[p] as number)) return true;
  return false;
}

/** How many blocks of four hold something unsure. */
function blocksWith({
  width,
  height,
  known,
}: Pick<MatteInput, 'width' | 'height' | 'known'>): number {
  let count = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x += 4) {
      if (someUnsure(known, y * width + x, Math.min(4, width - x))) count++;
    }
  }
  return count;
}

export function isUnsure(mark: number): boolean {
  return mark !== KNOWN.drop && mark !== KNOWN.keep && mark !== KNOWN.held;
}

/** Alpha where it is known, and `unknown` where it is not. */
export function knownAlpha(
  { known, held }: Pick<MatteInput, 'known' | 'held'>,
  unknown: number,
): Float32Array {
  const alpha = new Float32Array(known.length);
  for (let p = 0; p < known.length; p++) {
    const mark = known[p];
    if (mark === KNOWN.keep) alpha[p] = 1;
    else if (mark === KNOWN.held) alpha[p] = held?.[p] ?? 0;
    else if (mark !== KNOWN.drop) alpha[p] = unknown;
  }
  return alpha;
}

interface Part {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The samples of a plane (of `width` columns) that lie in a part of it. */
export function croppedPlane<Plane extends Uint8Array | Float32Array>(
  plane: Plane,
  width: number,
  part: Part,
): Plane {
  const out = new (plane.constructor as new (length: number) => Plane)(part.width * part.height);
  for (let y = 0; y < part.height; y++) {
    const from = (part.y + y) * width + part.x;
    out.set(plane.subarray(from, from + part.width), y * part.width);
  }
  return out;
}

/** The part of a picture and of what is known of it that lies in a region, in memory. */
export function cropped(picture: MattePicture, part: Part): MatteInput {
  const { light, ...rest } = partOf(picture, part);
  return { ...rest, linear: light({ x: 0, y: 0, width: part.width, height: part.height }) };
}

/** Puts the alpha of a region into that of the picture, and answers it. */
export function pasted(
  into: Float32Array,
  alpha: Float32Array,
  part: Part,
  { width }: Pick<MatteInput, 'width'>,
): Float32Array {
  for (let y = 0; y < part.height; y++) {
    const line = alpha.subarray(y * part.width, (y + 1) * part.width);
    into.set(line, (part.y + y) * width + part.x);
  }
  return into;
}
