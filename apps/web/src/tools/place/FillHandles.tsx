import {
  invert,
  layerById,
  layerMatrix,
  lockedBy,
  type Point,
  setFill,
  transform,
} from '@diplex/document';
import type Konva from 'konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';

/** Where the gradient of the fill layer in hand begins and ends. */
export function FillHandles() {
  const { zoom, x, y } = useCamera();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const inHand = useHand((state) => state.layer);
  const layer = layerById(shown, inHand ?? '');
  const content = layer?.content;
  if (!layer || lockedBy(shown, layer)) return null;
  if (content?.kind !== 'fill' && content?.kind !== 'shape') return null;
  const { fill } = content;
  if (!fill || fill.by === 'colour') return null;
  const { perform, tryOut } = useComposition.getState();
  const matrix = layerMatrix(shown, layer);
  const onScreen = (point: Point): Point => {
    const p = transform(matrix, point);
    return { x: x + p.x * zoom, y: y + p.y * zoom };
  };
  const args = (end: 'from' | 'to', { target }: Konva.KonvaEventObject<DragEvent>) => {
    const at = toComposition({ x: target.x(), y: target.y() });
    return { layer: layer.id, fill: { ...fill, [end]: transform(invert(matrix), at) } };
  };
  const [from, to] = [onScreen(fill.from), onScreen(fill.to)];
  return (
    <>
      <TwoToneLine points={[from.x, from.y, to.x, to.y]} />
      {(['from', 'to'] as const).map((end) => (
        <Knob
          key={end}
          look="filled"
          at={end === 'from' ? from : to}
          onTry={(event) => tryOut(setFill, args(end, event))}
          onSet={(event) => perform(setFill, args(end, event))}
        />
      ))}
    </>
  );
}
