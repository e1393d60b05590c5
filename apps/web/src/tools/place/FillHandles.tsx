import { layerById, layerMap, lockedBy, type Point, setFill } from '@diplex/document';
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
  if (!layer || layer.pixelsLocked || lockedBy(shown, layer)) return null;
  if (!content || !('fill' in content)) return null;
  const { fill } = content;
  if (!fill || fill.by === 'colour') return null;
  const { perform, tryOut } = useComposition.getState();
  const map = layerMap(shown, layer);
  const onScreen = (point: Point): Point | null => {
    const p = map.to(point);
    return p && { x: x + p.x * zoom, y: y + p.y * zoom };
  };
  const args = (end: 'from' | 'to', { target }: Konva.KonvaEventObject<DragEvent>) => {
    const at = toComposition({ x: target.x(), y: target.y() });
    return { layer: layer.id, fill: { ...fill, [end]: map.back(at) ?? fill[end] } };
  };
  const [from, to] = [onScreen(fill.from), onScreen(fill.to)];
  // In a plane an end may lie beyond what is seen.
  if (!from || !to) return null;
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
