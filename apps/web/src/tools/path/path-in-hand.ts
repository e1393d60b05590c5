import {
  invert,
  isShape,
  layerById,
  layerMap,
  lockedBy,
  reshapePart,
  type ShapeLayer,
  setShapes,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { toolInHand, useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { mapPoint } from '../fit-line';
import type { Points } from '../points';
import { chosenShape } from '../shape/chosen-shape';
import { countOf, type Path, placeIn, withoutPoint, withPoint } from './path';

/** The outline in hand as a path. */
function outlinePath(): Path | null {
  const target = maskInHand();
  if (target?.part?.kind !== 'outline' || !target.mask) return null;
  const { matrix, part, mask } = target;
  const back = invert(matrix);
  return {
    loops: [part.points, ...(part.further ?? [])],
    to: (point) => transform(matrix, point),
    back: (point) => transform(back, point),
    change(way, [points = [], ...further]) {
      const args = { mask: mask.id, part: part.id, points, further };
      useComposition.getState()[way](reshapePart, args);
    },
  };
}

/** The shape layer in hand whose shapes can be changed. */
export function shapesInHand(): ShapeLayer | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer || !isShape(layer) || layer.pixelsLocked) return null;
  return lockedBy(composition, layer) ? null : layer;
}

/** The curve that is chosen among the shapes in hand, as a path. */
function curvePath(): Path | null {
  const layer = shapesInHand();
  const shape = layer && chosenShape(layer);
  if (!layer || shape?.kind !== 'curve') return null;
  const map = layerMap(useComposition.getState().composition, layer);
  return {
    loops: [shape.points, ...(shape.further ?? [])],
    to: (point) => map.to(point),
    back: (point) => map.back(point),
    change(way, [points = [], ...further]) {
      if (points.length < 3) {
        return tellProblem('A curve needs three points at least. Delete the shape instead.');
      }
      const { further: _, ...alone } = shape;
      const changed = { ...alone, points, ...(further.length > 0 && { further }) };
      const shapes = layer.content.shapes.map((each) => (each === shape ? changed : each));
      useComposition.getState()[way](setShapes, { layer: layer.id, change: { shapes } });
    },
  };
}

/** Tools that draw paths, and the path that each has in hand. */
const PATHS = { outline: outlinePath, shape: curvePath } as const;

/** The path whose points can be taken in hand. */
export function pathInHand(): Path | null {
  const tool = toolInHand(useHand.getState());
  return tool === 'outline' || tool === 'shape' ? PATHS[tool]() : null;
}

/** The points of the path in hand. */
export function pathPoints(): Points | null {
  const path = pathInHand();
  if (!path) return null;
  const { loops, to, back } = path;
  const { point, take } = useHand.getState();
  return {
    count: countOf(loops),
    chosen: point !== null && placeIn(loops, point) ? point : null,
    choose: (index) => take({ point: index }),
    nudge(index, by) {
      const moved = withPoint(loops, index, (each) =>
        mapPoint(each, (place) => {
          const shown = to(place);
          return (shown && back({ x: shown.x + by.x, y: shown.y + by.y })) ?? place;
        }),
      );
      path.change('perform', moved);
    },
    remove(index) {
      path.change('perform', withoutPoint(loops, index));
      take({ point: null });
    },
  };
}
