import {
  isShape,
  layerById,
  layerMap,
  type Point,
  type Shape,
  setShapes,
  shapeBounds,
} from '@diplex/document';
import type Konva from 'konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { Knob } from '../../picture/Knob';
import { mapPoint } from '../fit-line';
import { PathHandles } from '../path/PathHandles';
import { pathInHand, shapesInHand } from '../path/path-in-hand';
import { chosenShape } from './chosen-shape';
import { useShaping } from './settings';

/** A shape moved by a way. */
function movedShape(shape: Shape, by: Point): Shape {
  if (shape.kind !== 'curve') return { ...shape, x: shape.x + by.x, y: shape.y + by.y };
  const moved = (p: Point) => ({ x: p.x + by.x, y: p.y + by.y });
  return {
    ...shape,
    points: shape.points.map((point) => mapPoint(point, moved)),
    ...(shape.further && {
      further: shape.further.map((loop) => loop.map((point) => mapPoint(point, moved))),
    }),
  };
}

/** The middle of a shape by which it is moved, and the points of a curve. */
export function ShapeHandles() {
  const { zoom, x, y } = useCamera();
  // Read again whenever the composition or what is in hand changes.
  const scene = useComposition((state) => state.preview ?? state.composition);
  useHand((state) => state.layer);
  useShaping((state) => state.shape);
  const drawing = useHand((state) => state.draft !== null);
  const layer = shapesInHand();
  const shape = layer && chosenShape(layer);
  if (!layer || !shape || drawing) return null;
  const shownLayer = layerById(scene, layer.id);
  const content = shownLayer && isShape(shownLayer) ? shownLayer.content : layer.content;
  const shown = content.shapes.find(({ id }) => id === shape.id) ?? shape;
  const path = pathInHand();
  const map = layerMap(scene, layer);
  const middleOf = (each: Shape): Point => {
    const { x: left, y: top, width, height } = shapeBounds(each);
    return { x: left + width / 2, y: top + height / 2 };
  };
  const at = map.to(middleOf(shown));
  const move =
    (way: 'tryOut' | 'perform') =>
    ({ target }: Konva.KonvaEventObject<DragEvent>) => {
      const to = map.back(toComposition({ x: target.x(), y: target.y() }));
      if (!to) return;
      const from = middleOf(shape);
      const moved = movedShape(shape, { x: to.x - from.x, y: to.y - from.y });
      const shapes = layer.content.shapes.map((each) => (each === shape ? moved : each));
      useComposition.getState()[way](setShapes, { layer: layer.id, change: { shapes } });
    };
  return (
    <>
      {path && shown.kind === 'curve' && (
        <PathHandles path={path} shown={[shown.points, ...(shown.further ?? [])]} />
      )}
      {at && (
        <Knob
          look="filled"
          at={{ x: x + at.x * zoom, y: y + at.y * zoom }}
          onTry={move('tryOut')}
          onSet={move('perform')}
        />
      )}
    </>
  );
}
