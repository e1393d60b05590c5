import {
  invert,
  type LetteringLayer,
  layerMatrix,
  type OutlinePoint,
  type Point,
  transform,
} from '@diplex/document';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useCamera } from '../../picture/camera-store';
import { Knob } from '../../picture/Knob';
import { setLetters, type Way } from './set-letters';

/** What of a point is dragged: the point with its handles, or one of those. */
type Part = 'in' | 'at' | 'out';

function movedPart(point: OutlinePoint, part: Part, to: Point): OutlinePoint {
  if (part !== 'at') return { ...point, [part]: to };
  const by = { x: to.x - point.x, y: to.y - point.y };
  const shifted = (handle: Point) => ({ x: handle.x + by.x, y: handle.y + by.y });
  return {
    ...to,
    ...(point.in && { in: shifted(point.in) }),
    ...(point.out && { out: shifted(point.out) }),
  };
}

interface CurveKnobsProps {
  readonly layer: LetteringLayer;
  readonly along: readonly OutlinePoint[];
}

/** The curve on which a text stands, by its points and handles. */
export function CurveKnobs({ layer, along }: CurveKnobsProps) {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const { zoom, x, y } = useCamera();
  const matrix = layerMatrix(shown, layer);
  const onWindow = (point: Point) => {
    const at = transform(matrix, point);
    return { x: x + at.x * zoom, y: y + at.y * zoom };
  };
  const move = (i: number, part: Part, to: Point, way: Way) => {
    const inLayer = transform(invert(matrix), { x: (to.x - x) / zoom, y: (to.y - y) / zoom });
    const next = along.map((point, k) => (k === i ? movedPart(point, part, inLayer) : point));
    setLetters(layer, { along: next }, way);
  };
  const parts = (point: OutlinePoint) =>
    (['in', 'at', 'out'] as const).filter((part) => part === 'at' || point[part]);
  return (
    <>
      {along.flatMap((point, i) =>
        parts(point).map((part) => {
          const place = onWindow(part === 'at' ? point : (point[part] ?? point));
          const root = onWindow(point);
          return [
            part !== 'at' && (
              <Line
                // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place on the curve
                key={`${i}-${part}-arm`}
                points={[root.x, root.y, place.x, place.y]}
                stroke="#f0c87a"
                strokeWidth={1}
                listening={false}
              />
            ),
            <Knob
              // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place on the curve
              key={`${i}-${part}`}
              at={place}
              look={part === 'at' ? 'filled' : 'hollow'}
              onTry={({ target }) => move(i, part, target.position(), 'tryOut')}
              onSet={({ target }) => move(i, part, target.position(), 'perform')}
            />,
          ];
        }),
      )}
    </>
  );
}
