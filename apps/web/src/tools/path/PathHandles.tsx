import { flattened } from '@diplex/core';
import { IDENTITY, type OutlinePoint, type Point } from '@diplex/document';
import type Konva from 'konva';
import { Circle, Line, Rect } from 'react-konva';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';
import { mapPoint, sharp, smoothed } from '../fit-line';
import { type Loops, type Path, placeIn, withoutPoint, withPoint } from './path';

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

/** A point moved to a place, its handles with it. */
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

interface PathHandlesProps {
  readonly path: Path;
  /** Its loops as they are shown, while something is tried out. */
  readonly shown: Loops;
}

/**
 * The points of a path: drag to move, press one to see its handles, press it with Alt to make it smooth or sharp, twice to
 * remove it; press the line to add one.
 */
export function PathHandles({ path, shown }: PathHandlesProps) {
  const { zoom, x, y } = useCamera();
  const chosen = useHand((state) => state.point) ?? -1;
  const toScreen = (point: Point): Point => {
    const p = path.to(point) ?? { x: Number.NaN, y: Number.NaN };
    return { x: x + p.x * zoom, y: y + p.y * zoom };
  };
  const onScreen = shown.map((loop) => loop.map((point) => mapPoint(point, toScreen)));
  // What lies beyond the horizon of its plane cannot be taken hold of.
  if (onScreen.flat().some((point) => Number.isNaN(point.x))) return null;

  const inPath = (node: Konva.Node): Point | null =>
    path.back(toComposition({ x: node.x(), y: node.y() }));
  const changing = (
    way: 'tryOut' | 'perform',
    index: number,
    change: Parameters<typeof withPoint>[2],
  ) => path.change(way, withPoint(path.loops, index, change));
  const move = (way: 'tryOut' | 'perform', index: number, node: Konva.Node) => {
    const to = inPath(node);
    if (to) changing(way, index, (point) => shifted(point, to));
  };
  const bend = (
    way: 'tryOut' | 'perform',
    which: 'in' | 'out',
    { target, evt }: Konva.KonvaEventObject<DragEvent>,
  ) => {
    const to = inPath(target);
    if (to) changing(way, chosen, (point) => bent(point, which, to, !evt.altKey));
  };
  const turnKind = (index: number) =>
    changing('perform', index, (point, loop, at) =>
      point.in || point.out ? sharp(point) : smoothed(loop, at),
    );
  const add = (loop: number, node: Konva.Node) => {
    const seen = node.getStage()?.getPointerPosition();
    const at = seen && path.back(toComposition(seen));
    if (!at) return;
    const loops = path.loops.map((points, i) =>
      i === loop ? points.toSpliced(nearestRun(points, at), 0, { x: at.x, y: at.y }) : points,
    );
    path.change('perform', loops);
  };
  const place = placeIn(shown, chosen);
  const chosenPoint = place && onScreen[place.loop]?.[place.at];

  return (
    <>
      {onScreen.map((loop, i) => {
        const line = flattened(loop, IDENTITY).flatMap((p) => [p.x, p.y]);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a loop is known by its place in the list
          <LoopLine key={i} line={line} onPress={(node) => add(i, node)} />
        );
      })}
      {chosenPoint &&
        (['in', 'out'] as const).map((which) => {
          const handle = chosenPoint[which];
          if (!handle) return null;
          return (
            <HandleOfPoint
              key={which}
              from={chosenPoint}
              at={handle}
              onTry={(event) => bend('tryOut', which, event)}
              onSet={(event) => bend('perform', which, event)}
            />
          );
        })}
      {onScreen.flat().map((p, index) => {
        const common = {
          ...{ x: p.x, y: p.y, hitStrokeWidth: 12, stroke: '#1b1507', strokeWidth: 1.4 },
          fill: index === chosen ? '#d9a74a' : '#ffffff',
          draggable: true,
          onDragMove: (event: Konva.KonvaEventObject<DragEvent>) =>
            move('tryOut', index, event.target),
          onDragEnd: (event: Konva.KonvaEventObject<DragEvent>) =>
            move('perform', index, event.target),
          onClick: (event: Konva.KonvaEventObject<MouseEvent>) => {
            useHand.getState().take({ point: index });
            if (event.evt.altKey) turnKind(index);
          },
          onDblClick: () => path.change('perform', withoutPoint(path.loops, index)),
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

interface LoopLineProps {
  readonly line: number[];
  readonly onPress: (node: Konva.Node) => void;
}

/** A closed line that is pressed to add a point to it. */
function LoopLine({ line, onPress }: LoopLineProps) {
  return (
    <>
      <TwoToneLine points={line} closed />
      <Line
        points={line}
        closed
        stroke="transparent"
        strokeWidth={1}
        hitStrokeWidth={LINE_HIT}
        fillEnabled={false}
        onClick={(event) => onPress(event.target)}
      />
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
