import { flattened } from '@diplex/core';
import {
  IDENTITY,
  invert,
  type OutlinePart,
  type OutlinePoint,
  type Point,
  reshapePart,
  transform,
} from '@diplex/document';
import type Konva from 'konva';
import { Circle, Line, Rect } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';
import { mapPoint, sharp, smoothed } from '../fit-line';

/** How near a press must be to the line to add a point there, in window pixels. */
const LINE_HIT = 10;

/** The place in the list where a new point belongs: after the start of the nearest run. */
function nearestRun(points: readonly OutlinePoint[], at: Point): number {
  let best = { distance: Number.POSITIVE_INFINITY, after: 0 };
  points.forEach((point, i) => {
    const next = points[(i + 1) % points.length] as OutlinePoint;
    const run = flattened([sharpEnd(point, 'out'), sharpEnd(next, 'in')], IDENTITY);
    const line = [...run.slice(0, -1), { x: next.x, y: next.y }];
    line.slice(1).forEach((b, k) => {
      const distance = distanceTo(line[k] as Point, b, at);
      if (distance < best.distance) best = { distance, after: i };
    });
  });
  return best.after + 1;
}

/** The point with only one of its handles, so that a run stands alone. */
function sharpEnd(point: OutlinePoint, keeps: 'in' | 'out'): OutlinePoint {
  return { x: point.x, y: point.y, ...(point[keeps] && { [keeps]: point[keeps] }) };
}

function distanceTo(a: Point, b: Point, at: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const along = ((at.x - a.x) * dx + (at.y - a.y) * dy) / (dx * dx + dy * dy || 1);
  const t = Math.max(0, Math.min(1, along));
  return Math.hypot(at.x - a.x - t * dx, at.y - a.y - t * dy);
}

/** A point moved by a way, its handles with it. */
function shifted(point: OutlinePoint, to: Point): OutlinePoint {
  const [dx, dy] = [to.x - point.x, to.y - point.y];
  return mapPoint(point, ({ x, y }) => ({ x: x + dx, y: y + dy }));
}

/** A handle moved; with `mirrored` the other one stays opposite, as far off as it was. */
function bent(
  point: OutlinePoint,
  which: 'in' | 'out',
  to: Point,
  mirrored: boolean,
): OutlinePoint {
  const other = which === 'in' ? 'out' : 'in';
  const opposite = point[other];
  if (!mirrored || !opposite) return { ...point, [which]: to };
  const length = Math.hypot(opposite.x - point.x, opposite.y - point.y);
  const way = Math.hypot(to.x - point.x, to.y - point.y) || 1;
  const back = {
    x: point.x - ((to.x - point.x) / way) * length,
    y: point.y - ((to.y - point.y) / way) * length,
  };
  return { ...point, [which]: to, [other]: back };
}

/**
 * The points of the outline in hand: drag to move, press one to see its handles, press it with Alt to
 * make it smooth or sharp, twice to remove it; press the line to add one.
 */
export function OutlineHandles() {
  const { zoom, x, y } = useCamera();
  // Read again whenever the composition or what is in hand changes.
  useComposition((state) => state.preview ?? state.composition);
  const part = useHand((state) => state.part);
  const drawing = useHand((state) => state.draft !== null);
  const point = useHand((state) => state.point);
  const target = maskInHand();
  if (!part || drawing || target?.part?.kind !== 'outline' || !target.mask) return null;
  const outline: OutlinePart = target.part;
  const mask = target.mask.id;
  const { matrix } = target;
  const { preview } = useComposition.getState();
  const shownPart = preview?.masks[mask]?.parts.find((each) => each.id === outline.id);
  const shown = shownPart?.kind === 'outline' ? shownPart : outline;
  const toScreen = (point: Point): Point => {
    const p = transform(matrix, point);
    return { x: x + p.x * zoom, y: y + p.y * zoom };
  };
  const onScreen = shown.points.map((point) => mapPoint(point, toScreen));
  const flat = (points: readonly Point[]) => points.flatMap((p) => [p.x, p.y]);
  const line = flat(flattened(onScreen, IDENTITY));

  const { perform, tryOut } = useComposition.getState();
  const inMask = (point: Point): Point => transform(invert(matrix), toComposition(point));
  const pointOf = (node: Konva.Node | null): Point =>
    inMask(node?.getStage()?.getPointerPosition() ?? { x: 0, y: 0 });
  const args = (points: readonly OutlinePoint[]) => ({ mask, part: outline.id, points });
  const changed = (index: number, point: OutlinePoint) =>
    args(outline.points.map((each, i) => (i === index ? point : each)));
  const moved = (index: number, node: Konva.Node) => {
    const to = inMask({ x: node.x(), y: node.y() });
    return changed(index, shifted(outline.points[index] as OutlinePoint, to));
  };
  const bending = (
    index: number,
    which: 'in' | 'out',
    event: Konva.KonvaEventObject<DragEvent>,
  ) => {
    const to = inMask({ x: event.target.x(), y: event.target.y() });
    const point = outline.points[index] as OutlinePoint;
    return changed(index, bent(point, which, to, !event.evt.altKey));
  };
  const turnKind = (index: number) => {
    const point = outline.points[index] as OutlinePoint;
    const next = point.in || point.out ? sharp(point) : smoothed(outline.points, index);
    perform(reshapePart, changed(index, next));
  };
  const chosenIndex = point ?? -1;
  const chosenPoint = onScreen[chosenIndex];

  return (
    <>
      <TwoToneLine points={line} closed />
      {(shown.further ?? []).map((loop, i) => (
        <TwoToneLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a loop is known by its place in the list
          key={i}
          points={flat(
            flattened(
              loop.map((point) => mapPoint(point, toScreen)),
              IDENTITY,
            ),
          )}
          closed
        />
      ))}
      <Line
        points={line}
        closed
        stroke="transparent"
        strokeWidth={1}
        hitStrokeWidth={LINE_HIT}
        fillEnabled={false}
        onClick={(event) => {
          const at = pointOf(event.target);
          const index = nearestRun(outline.points, at);
          perform(reshapePart, args(outline.points.toSpliced(index, 0, at)));
        }}
      />
      {chosenPoint &&
        (['in', 'out'] as const).map((which) => {
          const handle = chosenPoint[which];
          if (!handle) return null;
          return (
            <HandleOfPoint
              key={which}
              from={chosenPoint}
              at={handle}
              onTry={(event) => tryOut(reshapePart, bending(chosenIndex, which, event))}
              onSet={(event) => perform(reshapePart, bending(chosenIndex, which, event))}
            />
          );
        })}
      {onScreen.map((p, index) => {
        const common = {
          ...{ x: p.x, y: p.y, hitStrokeWidth: 12, stroke: '#1b1507', strokeWidth: 1.4 },
          fill: index === chosenIndex ? '#d9a74a' : '#ffffff',
          draggable: true,
          onDragMove: (event: Konva.KonvaEventObject<DragEvent>) =>
            tryOut(reshapePart, moved(index, event.target)),
          onDragEnd: (event: Konva.KonvaEventObject<DragEvent>) =>
            perform(reshapePart, moved(index, event.target)),
          onClick: (event: Konva.KonvaEventObject<MouseEvent>) => {
            useHand.getState().take({ point: index });
            if (event.evt.altKey) turnKind(index);
          },
          onDblClick: () => perform(reshapePart, args(outline.points.toSpliced(index, 1))),
        };
        // Smooth points are round, sharp ones square.
        return p.in || p.out ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: a point is known by its place in the list
          <Circle key={index} {...common} radius={4} />
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: a point is known by its place in the list
          <Rect key={index} {...common} width={7} height={7} offsetX={3.5} offsetY={3.5} />
        );
      })}
    </>
  );
}

interface HandleProps {
  readonly from: Point;
  readonly at: Point;
  readonly onTry: (event: Konva.KonvaEventObject<DragEvent>) => void;
  readonly onSet: (event: Konva.KonvaEventObject<DragEvent>) => void;
}

function HandleOfPoint({ from, at, onTry, onSet }: HandleProps) {
  return (
    <>
      <Line
        points={[from.x, from.y, at.x, at.y]}
        stroke="#ffffff"
        strokeWidth={1}
        listening={false}
      />
      <Knob look="hollow" at={at} onTry={onTry} onSet={onSet} />
    </>
  );
}
