import { invert, type OutlinePart, type Point, reshapePart, transform } from '@diplex/document';
import type Konva from 'konva';
import { Circle, Line } from 'react-konva';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { maskInHand } from '../tools/mask-in-hand';
import { toComposition, useCamera } from './camera-store';
import { TwoToneLine } from './DraftShape';

/** How near a press must be to the line to add a point there, in window pixels. */
const LINE_HIT = 10;

/** The place in the list where a new point belongs: after the start of the nearest edge. */
function nearestEdge(points: readonly Point[], at: Point): number {
  let best = { distance: Number.POSITIVE_INFINITY, after: 0 };
  points.forEach((a, i) => {
    const b = points[(i + 1) % points.length] as Point;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const along = ((at.x - a.x) * dx + (at.y - a.y) * dy) / (dx * dx + dy * dy || 1);
    const t = Math.max(0, Math.min(1, along));
    const distance = Math.hypot(at.x - a.x - t * dx, at.y - a.y - t * dy);
    if (distance < best.distance) best = { distance, after: i };
  });
  return best.after + 1;
}

/** The points of the outline in hand: drag to move, press the line to add, twice to remove. */
export function OutlineHandles() {
  const { zoom, x, y } = useCamera();
  // Read again whenever the composition or what is in hand changes.
  useComposition((state) => state.preview ?? state.composition);
  const part = useHand((state) => state.part);
  const drawing = useHand((state) => state.draft !== null);
  const target = maskInHand();
  if (!part || drawing || target?.part?.kind !== 'outline' || !target.mask) return null;
  const outline: OutlinePart = target.part;
  const mask = target.mask.id;
  const { matrix } = target;
  const { preview } = useComposition.getState();
  const shownPart = preview?.masks
    .find((each) => each.id === mask)
    ?.parts.find((each) => each.id === outline.id);
  const points = shownPart?.kind === 'outline' ? shownPart.points : outline.points;
  const onScreen = points.map((point) => {
    const p = transform(matrix, point);
    return { x: x + p.x * zoom, y: y + p.y * zoom };
  });

  const { perform, tryOut } = useComposition.getState();
  const pointOf = (node: Konva.Node | null): Point => {
    const at = node?.getStage()?.getPointerPosition() ?? { x: 0, y: 0 };
    return transform(invert(matrix), toComposition(at));
  };
  const args = (next: readonly Point[]) => ({ mask, part: outline.id, points: next });
  const moved = (index: number, node: Konva.Node) => {
    const at = transform(invert(matrix), toComposition({ x: node.x(), y: node.y() }));
    return args(outline.points.map((point, i) => (i === index ? at : point)));
  };

  return (
    <>
      <TwoToneLine points={onScreen.flatMap((p) => [p.x, p.y])} closed />
      <Line
        points={onScreen.flatMap((p) => [p.x, p.y])}
        closed
        stroke="transparent"
        strokeWidth={1}
        hitStrokeWidth={LINE_HIT}
        fillEnabled={false}
        onClick={(event) => {
          const at = pointOf(event.target);
          const index = nearestEdge(outline.points, at);
          perform(reshapePart, args(outline.points.toSpliced(index, 0, at)));
        }}
      />
      {onScreen.map((p, index) => (
        <Circle
          // A point has no name of its own; its place in the outline is what it is.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          key={index}
          x={p.x}
          y={p.y}
          radius={4}
          hitStrokeWidth={12}
          fill="#ffffff"
          stroke="#1b1507"
          strokeWidth={1.4}
          draggable
          onDragMove={(event) => tryOut(reshapePart, moved(index, event.target))}
          onDragEnd={(event) => perform(reshapePart, moved(index, event.target))}
          onDblClick={() => perform(reshapePart, args(outline.points.toSpliced(index, 1)))}
        />
      ))}
    </>
  );
}
