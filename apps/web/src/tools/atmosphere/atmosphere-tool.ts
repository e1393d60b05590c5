import {
  invert,
  isGenerated,
  layerById,
  layerMatrix,
  multiply,
  type Point,
  scaling,
  transform,
} from '@diplex/document';
import { generatedDefinition, setGenerated } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import type { Tool } from '../../picture/tool';

/** Shorter drags, in composition pixels, move the first place alone. */
const LEAST = 6;

let start: Point | null = null;

/** Where the places of what is in hand go for a drag: the first to its beginning, the second to its end. */
function placesFor(from: Point, to: Point) {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer || !isGenerated(layer)) return null;
  const { width, height } = layer.content.size;
  const back = invert(multiply(layerMatrix(composition, layer), scaling(width, height)));
  const names = Object.entries(generatedDefinition(layer.content.of).fields)
    .filter(([, { kind }]) => kind === 'place')
    .map(([name]) => name);
  const [first, second] = names;
  if (!first) return null;
  const within = ({ x, y }: Point) => ({
    x: Math.max(-10, Math.min(10, x)),
    y: Math.max(-10, Math.min(10, y)),
  });
  const dragged = Math.hypot(to.x - from.x, to.y - from.y) >= LEAST;
  const at = (place: Point) => within(transform(back, place));
  const values =
    second && dragged
      ? { [first]: at(from), [second]: at(to) }
      : { [first]: at(second ? from : to) };
  return { layer: layer.id, change: { values } };
}

/** Puts what is generated where it is dragged: from where it comes, to where it goes. */
export const atmosphereTool: Tool = {
  begin(at) {
    const args = placesFor(at, at);
    if (!args) return tellProblem('Lay fog, rain or light first: choose one in the inspector.');
    start = at;
    useComposition.getState().tryOut(setGenerated, args);
  },
  move(through) {
    const to = through.at(-1);
    const args = start && to && placesFor(start, to);
    if (args) useComposition.getState().tryOut(setGenerated, args);
  },
  end(to) {
    const args = start && placesFor(start, to);
    start = null;
    if (args) useComposition.getState().perform(setGenerated, args);
  },
  cancel() {
    if (start) useComposition.getState().show(null);
    start = null;
  },
};
