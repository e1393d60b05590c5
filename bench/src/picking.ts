import {
  halveLevel,
  type PickGround,
  pick,
  reachMap,
  reachTable,
  type SourceLevel,
} from '@diplex/core';
import sharp from 'sharp';
import { openCv } from './opencv';
import { figure, median, milliseconds, type Row } from './row';

/** The keeper in the workshop, enlarged to twelve megapixels. */
const PHOTO = 'demo/photos/keeper-workshop.jpg';
const SIZE = { width: 3000, height: 4000 };
/** grabCut has no memory for twelve megapixels: it is timed at three, and its time taken four times. */
const GRAB_CUT_LEVEL = 1;
const GRAB_CUT_SHARE = 4;
const REFERENCE = "OpenCV.js's grabCut, one round, at 3 MP and taken four times";
/** What Reach looks at while a tolerance is tried out. */
const SHOWN_LEVEL = 2;

async function ground(): Promise<PickGround & { readonly whole: SourceLevel }> {
  const { data } = await sharp(PHOTO)
    .resize({ ...SIZE, fit: 'fill' })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const whole: SourceLevel = { ...SIZE, channels: 3, data: new Uint8Array(data) };
  const levels = [whole];
  for (let level = 1; level < 5; level++) {
    levels.push(halveLevel(levels[level - 1] as SourceLevel, (n) => new Uint8Array(n)));
  }
  return { ...SIZE, whole, level: (level) => levels[level] as SourceLevel };
}

const STROKES = [
  [667, 1173, 640, 880, 1067, 453, 1387, 240, 1947, 613, 2107, 933, 1920, 1520],
  [1493, 1707, 1707, 2133, 1733, 2827, 1173, 2880, 1120, 3200, 1067, 3547],
].map((numbers) => ({
  ...{ mark: 'keep' as const, radius: 43 },
  points: Array.from({ length: numbers.length / 2 }, (_, i) => ({
    ...{ x: numbers[2 * i] as number, y: numbers[2 * i + 1] as number },
  })),
}));

/** Sweep against grabCut on twelve megapixels, and Reach while it is dragged. */
export async function* pickRows(): AsyncGenerator<Row> {
  const keeper = await ground();
  const recipe = { by: 'sweep' as const, from: 'layer' as const, strokes: STROKES, box: null };
  pick(recipe, keeper);
  const times: number[] = [];
  for (let round = 0; round < 3; round++)
    times.push(await milliseconds(() => pick(recipe, keeper)));
  const theirs = GRAB_CUT_SHARE * (await grabCut(keeper.level(GRAB_CUT_LEVEL)));
  const ratio = median(times) / theirs;
  yield {
    ...{ what: 'Sweep on 12 MP', reference: REFERENCE },
    ...{ ours: median(times), theirs, unit: 'ms', ratio, target: 0.2, holds: ratio <= 0.2 },
  };
  const shown = keeper.level(SHOWN_LEVEL);
  const map = reachMap(shown, { at: { x: 300, y: 500 }, patch: 3, spread: 'touching' });
  const answer = new Uint8Array(map.length);
  const answers: number[] = [];
  for (let round = 0; round < 40; round++) {
    const table = reachTable(0.01 + round * 0.004, 0.03);
    answers.push(
      await milliseconds(() => {
        for (let p = 0; p < map.length; p++) answer[p] = 255 * (table[map[p] as number] as number);
      }),
    );
  }
  yield figure('Reach: answer to a tolerance, 12 MP seen on 1280 x 800', median(answers), 'ms', 50);
}

/** One round of grabCut from the same strokes: everything else is probably not the thing. */
async function grabCut(picture: SourceLevel): Promise<number> {
  const cv = await openCv();
  const constant = (name: string) => cv[name] as number;
  const { width, height } = picture;
  const by = width / SIZE.width;
  const image = new cv.Mat(height, width, constant('CV_8UC3'));
  image.data.set(picture.data as Uint8Array);
  const mask = new cv.Mat(height, width, constant('CV_8UC1'));
  mask.data.fill(constant('GC_PR_BGD'));
  for (const { points, radius } of STROKES) {
    points.slice(1).forEach((to, i) => {
      const from = points[i] as { x: number; y: number };
      for (let t = 0; t <= 1; t += 0.01) {
        const cx = (from.x + (to.x - from.x) * t) * by;
        const cy = (from.y + (to.y - from.y) * t) * by;
        const r = radius * by;
        for (let y = Math.round(cy - r); y < cy + r; y++) {
          const first = y * width + Math.round(cx - r);
          mask.data.fill(constant('GC_FGD'), first, first + Math.round(2 * r));
        }
      }
    });
  }
  const [behind, thing] = [new cv.Mat(), new cv.Mat()];
  const all = new cv.Rect(0, 0, width, height);
  const mode = constant('GC_INIT_WITH_MASK');
  const took = await milliseconds(() => cv.grabCut(image, mask, all, behind, thing, 1, mode));
  for (const each of [image, mask, behind, thing]) each.delete();
  return took;
}
