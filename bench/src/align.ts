import {
  alignPyramids,
  type FrameMove,
  lightnessPyramid,
  moveCorners,
  movedPixels,
  type SourceLevel,
} from '@diplex/core';
import { cornersOf, invertProjective, projected, type Quad, rectToQuad } from '@diplex/document';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import sharp from 'sharp';
import { figure, milliseconds, type Row } from './row';

/** Frames of 24 megapixels, and what of the picture that they are taken from lies around them, in pixels. */
const FRAME = { width: 6000, height: 4000 };
const AROUND = 200;

/** The page aligns frames of this size at this level. */
const LEVEL = 2;

/** How frames of a bracket were moved, and by how many stops they are lighter. */
const TAKEN: readonly { readonly move: FrameMove; readonly stops: number }[] = [
  { move: { dx: 13.4, dy: -8.7, turn: 0.31, scale: 1 }, stops: 2 },
  { move: { dx: -61.3, dy: 27.2, turn: -0.42, scale: 1 }, stops: -1.5 },
];

/** A frame as a camera that was moved and set otherwise would have taken it; `whole` is exposed as the first. */
function taken(whole: SourceLevel, move: FrameMove, stops: number): SourceLevel {
  const size = { width: whole.width, height: whole.height };
  const corners = moveCorners(move, size);
  const rect = { x: 0, y: 0, ...size };
  const back = invertProjective(rectToQuad(rect, corners));
  const to = cornersOf(rect).map((each) => projected(back, each) ?? each) as unknown as Quad;
  const { data } = movedPixels(whole, to);
  const exposed = Uint8Array.from({ length: 4096 }, (_, i) => {
    const light = Math.min(1, decodeExactly(i / 4095) * 2 ** stops);
    return Math.round(255 * encodeExactly(light));
  });
  return cut({
    ...{ ...size, channels: 3 },
    data: Uint8Array.from(data, (value) => exposed[Math.round(value * 4095)] as number),
  });
}

/** What lies within the border. */
function cut({ width, data }: SourceLevel): SourceLevel {
  const out = new Uint8Array(FRAME.width * FRAME.height * 3);
  for (let y = 0; y < FRAME.height; y++) {
    const from = ((y + AROUND) * width + AROUND) * 3;
    out.set(data.subarray(from, from + FRAME.width * 3), y * FRAME.width * 3);
  }
  return { ...FRAME, channels: 3, data: out };
}

/** A level as it lies in a source's pyramid: means of squares. */
function levelOf({ width, height, data }: SourceLevel, level: number): SourceLevel {
  const by = 2 ** level;
  const [across, down] = [width / by, height / by];
  const out = new Uint8Array(across * down * 3);
  for (let i = 0; i < out.length; i++) {
    const [c, x, y] = [i % 3, Math.floor(i / 3) % across, Math.floor(i / 3 / across)];
    let sum = 0;
    for (let v = y * by; v < (y + 1) * by; v++) {
      for (let u = x * by; u < (x + 1) * by; u++) sum += data[(v * width + u) * 3 + c] as number;
    }
    out[i] = Math.round(sum / (by * by));
  }
  return { width: across, height: down, channels: 3, data: out };
}

/** Three exposures of 24 MP, two of them moved as is known: how far off what is found is, and how long it takes. */
export async function* alignRows(): AsyncGenerator<Row> {
  const [width, height] = [FRAME.width + 2 * AROUND, FRAME.height + 2 * AROUND];
  const { data } = await sharp('demo/photos/attic-mid.jpg')
    .resize(width, height, { fit: 'fill', kernel: 'cubic' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const whole = { width, height, channels: 3 as const, data: new Uint8Array(data) };
  const first = levelOf(cut(whole), LEVEL);
  for (const { move, stops } of TAKEN) {
    const frame = levelOf(taken(whole, move, stops), LEVEL);
    const aligned = () => alignPyramids(lightnessPyramid(first), lightnessPyramid(frame));
    // Once to warm up.
    let found = aligned();
    const took = await milliseconds(() => {
      found = aligned();
    });
    const by = 2 ** LEVEL;
    const off = Math.hypot(found.dx * by - move.dx, found.dy * by - move.dy);
    const words = `a frame of 24 MP, ${stops} stops off, aligned`;
    yield figure(`${words}: off by`, off, 'px', 0.25);
    yield figure(`${words}: off by`, Math.abs(found.turn - move.turn), 'degrees', 0.02);
    yield figure(`${words}: takes`, took, 'ms', 5000);
  }
}
