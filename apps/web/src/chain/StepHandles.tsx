import {
  type Composition,
  contentBounds,
  invert,
  isGlass,
  type Layer,
  layerById,
  layerMatrix,
  lockedBy,
  type Matrix,
  multiply,
  type Point,
  scaling,
  transform,
  translation,
} from '@diplex/document';
import { definitionOf, presentValues, setStepValues } from '@diplex/steps';
import type Konva from 'konva';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { toComposition, useCamera } from '../picture/camera-store';
import { Knob } from '../picture/Knob';

/** From shares of the width and height of what a layer's steps work on to composition pixels. */
function fromShares(scene: Composition, layer: Layer): Matrix {
  if (isGlass(layer)) return scaling(scene.canvas.width, scene.canvas.height);
  const { x, y, width, height } = contentBounds(scene, layer);
  const own = multiply(translation(x, y), scaling(Math.max(1, width), Math.max(1, height)));
  return multiply(layerMatrix(scene, layer), own);
}

/** The places of the open step, as knobs over the picture. */
export function StepHandles() {
  const { zoom, x, y } = useCamera();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const layer = layerById(shown, useHand((state) => state.layer) ?? '');
  const open = useHand((state) => state.openStep);
  const step = layer?.steps.find(({ id }) => id === open);
  if (!layer || !step?.shown || lockedBy(shown, layer)) return null;
  const { perform, tryOut } = useComposition.getState();
  const matrix = fromShares(shown, layer);
  const values = presentValues(step) as Readonly<Record<string, unknown>>;
  const args = (name: string, { target }: Konva.KonvaEventObject<DragEvent>) => {
    const place = toComposition({ x: target.x(), y: target.y() });
    const { x: across, y: down } = transform(invert(matrix), place);
    const within = (value: number) => Math.max(-10, Math.min(10, value));
    const value = { x: within(across), y: within(down) };
    return { layer: layer.id, step: step.id, values: { [name]: value } };
  };
  return Object.entries(definitionOf(step.kind).fields).map(([name, field]) => {
    if (field.kind !== 'place') return null;
    const at = transform(matrix, values[name] as Point);
    return (
      <Knob
        key={name}
        look="filled"
        at={{ x: x + at.x * zoom, y: y + at.y * zoom }}
        onTry={(event) => tryOut(setStepValues, args(name, event))}
        onSet={(event) => perform(setStepValues, args(name, event))}
      />
    );
  });
}
