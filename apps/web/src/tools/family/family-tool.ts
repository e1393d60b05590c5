import { invert, layerById, type Point, transform } from '@diplex/document';
import { definitionOf, setStepValues } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { sharesOf } from '../../chain/step-shares';
import type { Tool } from '../../picture/tool';

let pressed = false;

/** Where the first place of the open step goes for a press; null where it has none. */
function placeAt(at: Point) {
  const { composition } = useComposition.getState();
  const { layer: id, openStep } = useHand.getState();
  const layer = layerById(composition, id ?? '');
  const step = layer?.steps.find((each) => each.id === openStep);
  if (!layer || !step) return null;
  const { fields } = definitionOf(step.kind);
  const [name] = Object.entries(fields).find(([, { kind }]) => kind === 'place') ?? [];
  if (!name) return null;
  const { x, y } = transform(invert(sharesOf(composition, layer)), at);
  const within = (value: number) => Math.max(-10, Math.min(10, value));
  return { layer: layer.id, step: step.id, values: { [name]: { x: within(x), y: within(y) } } };
}

/** Puts the place that the open step is about where it is pressed or dragged. */
export const familyTool: Tool = {
  begin(at) {
    const args = placeAt(at);
    if (!args) {
      return tellProblem('Open a step that has a place on the picture, as a swirl has its middle.');
    }
    pressed = true;
    useComposition.getState().tryOut(setStepValues, args);
  },
  move(through) {
    const to = through.at(-1);
    const args = pressed && to && placeAt(to);
    if (args) useComposition.getState().tryOut(setStepValues, args);
  },
  end(to) {
    const args = pressed && placeAt(to);
    pressed = false;
    if (args) useComposition.getState().perform(setStepValues, args);
  },
  cancel() {
    if (pressed) useComposition.getState().show(null);
    pressed = false;
  },
};
