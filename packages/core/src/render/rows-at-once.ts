import type { Composition, Rect } from '@diplex/document';
import { graphOf } from '../graph/composition-graph';
import { Plan } from '../graph/plan';

/** Output pixels of a band when nothing speaks for more. */
const PIXELS = 400_000;

/** Pixels of the largest thing that is drawn for a band: floats of four channels, 96 MB. */
const MOST_PIXELS = 6_000_000;

const LEAST_ROWS = 16;

/** A band twice as high is taken while it saves this share of the work for a row. */
const WORTH = 0.05;

/**
 * How many rows of a composition are best drawn at once. What looks beyond a row (blurs, edges that take on
 * what lies behind) is drawn beyond a band too, and where layers look at one another that adds up: bands grow
 * until little more is saved.
 *
 * @param whole all that is drawn, in whole output pixels
 * @param scale output pixels per composition pixel, greater than 0
 * @param threads bands that are drawn at the same time: there are enough of them to keep all busy
 * @returns whole rows, at least 1 and at most `whole.height`
 */
export function rowsAtOnce(
  composition: Composition,
  whole: Rect,
  scale: number,
  threads: number,
): number {
  const { root } = graphOf(composition);
  const planned = (rows: number) => {
    const height = Math.min(rows, whole.height);
    const y = whole.y + Math.floor((whole.height - height) / 2);
    return new Plan(root, { ...whole, y, height }, scale);
  };
  const perRow = (rows: number, plan: Plan) => plan.work / Math.min(rows, whole.height);
  const most = Math.ceil(whole.height / (2 * threads));
  let rows = Math.max(LEAST_ROWS, Math.ceil(PIXELS / whole.width));
  let work = perRow(rows, planned(rows));
  while (rows * 2 <= most) {
    const taller = planned(rows * 2);
    const less = perRow(rows * 2, taller);
    if (taller.largest > MOST_PIXELS || less > work * (1 - WORTH)) break;
    rows *= 2;
    work = less;
  }
  return Math.min(rows, whole.height);
}
