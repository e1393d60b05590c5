import { type Matrix, type Point, type Rect, transform } from '@diplex/document';
import { Circle, Line } from 'react-konva';
import { useHand } from '../bench/hand-store';
import { useCamera } from './camera-store';

const CORNERS = 72;

function frameOutline(shape: 'box' | 'oval', rect: Rect, map: Matrix): Point[] {
  const unit =
    shape === 'box'
      ? [0, 1, 2, 3].map((i) => ({ x: i === 1 || i === 2 ? 1 : 0, y: i > 1 ? 1 : 0 }))
      : Array.from({ length: CORNERS }, (_, i) => ({
          x: (1 + Math.cos((2 * Math.PI * i) / CORNERS)) / 2,
          y: (1 + Math.sin((2 * Math.PI * i) / CORNERS)) / 2,
        }));
  return unit.map(({ x, y }) =>
    transform(map, { x: rect.x + x * rect.width, y: rect.y + y * rect.height }),
  );
}

/** A line that shows on any picture: light dashes on dark. */
export function TwoToneLine(props: { points: number[]; closed?: boolean }) {
  const common = { ...props, listening: false, lineJoin: 'round' as const };
  return (
    <>
      <Line {...common} stroke="#000000" strokeWidth={2.4} opacity={0.75} />
      <Line {...common} stroke="#ffffff" strokeWidth={1.2} dash={[5, 3]} />
    </>
  );
}

/** The outline, box or oval that is being drawn. */
export function DraftShape() {
  const draft = useHand((state) => state.draft);
  const { zoom, x, y } = useCamera();
  if (!draft || draft.kind === 'coverage' || draft.kind === 'strokes') return null;
  const flat = (points: readonly Point[]) =>
    points.flatMap((p) => [x + p.x * zoom, y + p.y * zoom]);
  if (draft.kind === 'line') return <TwoToneLine points={flat([draft.from, draft.to])} />;
  if (draft.kind === 'frame') {
    return <TwoToneLine points={flat(frameOutline(draft.shape, draft.rect, draft.map))} closed />;
  }
  const [first] = draft.points;
  return (
    <>
      <TwoToneLine points={flat(draft.loose ? [...draft.points, draft.loose] : draft.points)} />
      {first && (
        <Circle
          x={x + first.x * zoom}
          y={y + first.y * zoom}
          radius={5}
          fill="#d9a74a"
          stroke="#1b1507"
          strokeWidth={1.2}
          listening={false}
        />
      )}
    </>
  );
}
