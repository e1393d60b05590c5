import {
  addLayer,
  newId,
  type OutlinePoint,
  type Point,
  placedAt,
  plainLayer,
  type Shape,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob } from '../../picks/run-pick';
import { areaLines } from '../../picture/area-lines';
import { fitClosedLine } from '../fit-line';
import { useShaping } from './settings';

/** The outline is looked for in a picture of at most this side. */
const SIDE = 2400;

/** Curves may leave the outline by so many pixels of that picture. */
const STRAY = 0.7;

/** Loops beyond the longest ones are specks. */
const MOST_LOOPS = 300;

/** A stray that is finer than anyone sees. */
const FINE = 0.02;

/** Shorter loops, in numbers of two for each place, are specks, too. */
const LEAST = 12;

/** Closed lines (x and y by turns) as loops of few points with handles, the longest first. */
export function loopsOf(lines: readonly Float32Array[], stray: number): OutlinePoint[][] {
  return [...lines]
    .filter(({ length }) => length >= LEAST)
    .sort((a, b) => b.length - a.length)
    .slice(0, MOST_LOOPS)
    .map((line) => {
      // The last place is the first again.
      const run = Array.from({ length: line.length / 2 - 1 }, (_, i) => ({
        x: line[2 * i] as number,
        y: line[2 * i + 1] as number,
      }));
      return atLeastThree(run, stray);
    })
    .filter(({ length }) => length >= 3);
}

/** As few points as the stray allows, but three at least: less is no loop. */
function atLeastThree(run: readonly Point[], stray: number): OutlinePoint[] {
  const loop = fitClosedLine(run, stray);
  return loop.length >= 3 || stray < FINE ? loop : atLeastThree(run, stray / 3);
}

/** Makes a shape layer of the area as it is now: its outline, with its holes, in the colour of new shapes. */
export function shapeOfArea(): void {
  const { composition } = useComposition.getState();
  const { width, height } = composition.canvas;
  const scale = Math.min(1, SIDE / Math.max(width, height));
  const region = { x: 0, y: 0, width: Math.ceil(width * scale), height: Math.ceil(height * scale) };
  const work = inJob('Making a shape of the area', async () => {
    const [points, ...further] = loopsOf(
      await areaLines(composition, region, scale),
      STRAY / scale,
    );
    if (!points) return tellProblem('The area is empty, so there is no shape in it.');
    const shape: Shape = { id: newId(), kind: 'curve', rule: 'unite', points, further };
    const { colour } = useShaping.getState();
    const content = {
      ...{ kind: 'shape' as const, shapes: [shape], stroke: null },
      fill: { by: 'colour' as const, colour },
    };
    const layer = plainLayer(newId(), 'Shape of the area', content, placedAt({ x: 0, y: 0 }));
    const done = useComposition.getState().perform(addLayer, { layer });
    if (done) useHand.getState().take({ layer: layer.id, part: null });
  });
  trackWork(work);
}
