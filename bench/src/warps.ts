import { type PixelReader, renderComposition, type SourceLevel, tiled } from '@diplex/core';
import {
  type Composition,
  type Layer,
  laidOut,
  layerMap,
  newComposition,
  placedAt,
  plainBend,
  plainLayer,
  type Warp,
} from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import sharp from 'sharp';
import { type Mat, type OpenCv, openCv } from './opencv';
import { figure, type Row } from './row';

const PHOTO = 'demo/photos/headland-noon.jpg';
const SOURCE = 'a'.repeat(64);

/** The picture and the canvas that it is laid on, in pixels. */
const [WIDTH, HEIGHT] = [810, 540];
const CANVAS = { width: 1400, height: 1000 };

/** So near to its border ours ends exactly where it does, and OpenCV's goes on for a pixel. */
const INSIDE = 4;

/** The mean difference that is asked for, of 255. */
const TARGET = 1;

const box = { x: 0, y: 0, width: WIDTH, height: HEIGHT };

/** How the picture lies in each case; nowhere is it shrunk, which OpenCV does without looking at areas. */
const CASES: Readonly<Record<string, Partial<Layer>>> = {
  perspective: {
    warp: {
      box,
      corners: [
        { x: -40, y: 20 },
        { x: 980, y: -120 },
        { x: 900, y: 760 },
        { x: 30, y: 600 },
      ],
    },
  },
  skew: {
    placement: { ...placedAt({ x: 700, y: 500 }), scaleX: 1.3, scaleY: 1.2, turn: 11, skew: 18 },
  },
  mesh: { warp: bent() },
};

/** A grid of four by three whose inner points are drawn apart. */
function bent(): Warp {
  const plain = plainBend(4, 3);
  const points = plain.points.map(({ x, y }) => ({
    x: x * 1.25 + 0.03 * Math.sin(7 * y),
    y: y * 1.3 + 0.035 * Math.sin(6 * x),
  }));
  return { box, bend: { ...plain, points } };
}

async function picture(): Promise<SourceLevel> {
  const { data } = await sharp(PHOTO)
    .resize(WIDTH, HEIGHT)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: WIDTH, height: HEIGHT, channels: 3, data: new Uint8Array(data) };
}

function sceneOf(change: Partial<Layer>): Composition {
  const content = {
    kind: 'photo' as const,
    ...{ source: SOURCE, size: { width: WIDTH, height: HEIGHT } },
  };
  const plain = plainLayer('l', 'Picture', content, placedAt({ x: 640, y: 420 }));
  const empty = { ...newComposition('Warps', CANVAS), mixIn: 'encoded' as const };
  return laidOut(empty, [{ ...plain, ...change }]);
}

/** Where each pixel of the canvas looks in the picture, as `remap` wants it; beside it where it looks nowhere. */
function looksAt(scene: Composition): { across: Float32Array; down: Float32Array } {
  const layer = scene.layers.l as Layer;
  const map = layerMap(scene, layer);
  const count = CANVAS.width * CANVAS.height;
  const [across, down] = [new Float32Array(count), new Float32Array(count)];
  for (let p = 0; p < count; p++) {
    const place = { x: (p % CANVAS.width) + 0.5, y: Math.floor(p / CANVAS.width) + 0.5 };
    const at = map.back(place);
    across[p] = at ? at.x - 0.5 : -1e4;
    down[p] = at ? at.y - 0.5 : -1e4;
  }
  return { across, down };
}

/** The picture drawn by OpenCV's remap, between four times four pixels. */
function remapped(
  cv: OpenCv,
  { data }: SourceLevel,
  looks: { across: Float32Array; down: Float32Array },
): Uint8Array {
  const constant = (name: string) => cv[name] as number;
  const from = new cv.Mat(HEIGHT, WIDTH, constant('CV_8UC3'));
  from.data.set(data);
  const maps = [looks.across, looks.down].map((values) => {
    const mat = new cv.Mat(CANVAS.height, CANVAS.width, constant('CV_32FC1'));
    mat.data32F.set(values);
    return mat;
  }) as [Mat, Mat];
  const to = new cv.Mat();
  cv.remap(from, to, ...maps, constant('INTER_CUBIC'), constant('BORDER_REPLICATE'));
  const result = to.data.slice();
  for (const mat of [from, to, ...maps]) mat.delete();
  return result;
}

/** How pictures in perspective, skewed and bent agree with those of an independent implementation. */
export async function* warpRows(): AsyncGenerator<Row> {
  const cv = await openCv();
  const source = await picture();
  const reader: PixelReader = {
    level: (hash, level) => (hash === SOURCE && level === 0 ? tiled(source) : undefined),
    paintedTile: () => undefined,
  };
  for (const [name, change] of Object.entries(CASES)) {
    const scene = sceneOf(change);
    const looks = looksAt(scene);
    const theirs = remapped(cv, source, looks);
    const ours = inScratch(() =>
      renderComposition(scene, { x: 0, y: 0, ...CANVAS }, 1, reader).data.slice(),
    );
    let [sum, count] = [0, 0];
    for (let p = 0; p < looks.across.length; p++) {
      const [u, v] = [looks.across[p] as number, looks.down[p] as number];
      const inside = u > INSIDE && v > INSIDE && u < WIDTH - INSIDE && v < HEIGHT - INSIDE;
      if (!inside) continue;
      for (let c = 0; c < 3; c++) {
        sum += Math.abs(255 * (ours[p * 4 + c] as number) - (theirs[p * 3 + c] as number));
        count++;
      }
    }
    yield figure(`${name}: mean difference from OpenCV's remap`, sum / count, 'of 255', TARGET);
  }
}
