import { type Point, planeMap, planeRect, planeSize, type Quad, setPlane } from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../../bench/composition-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { SCENE } from '../../picture/handle-look';
import { Knob } from '../../picture/Knob';
import { usePlanes } from './use-plane';

/** Cells of the grid along each side. */
const CELLS = 6;

/** The plane in hand: its grid in perspective, and a knob at each corner. Others are outlined. */
export function PlaneHandles() {
  const { zoom, x, y } = useCamera();
  const { planes, inHand } = usePlanes();
  const { perform, tryOut } = useComposition.getState();
  const onScreen = (p: Point) => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const flat = (points: readonly (Point | null)[]) =>
    points.flatMap((p) => (p ? Object.values(onScreen(p)) : []));
  const gridOf = (plane: NonNullable<typeof inHand>) => {
    const map = planeMap(plane);
    const rect = planeRect(plane);
    const at = (u: number, v: number) =>
      map.to({ x: rect.x + rect.width * u, y: rect.y + rect.height * v });
    const shares = Array.from({ length: CELLS + 1 }, (_, i) => i / CELLS);
    return shares.flatMap((share) => [
      flat([at(share, 0), at(share, 1)]),
      flat([at(0, share), at(1, share)]),
    ]);
  };
  const drag =
    (plane: NonNullable<typeof inHand>, corner: number, way: 'tryOut' | 'perform') =>
    ({ target }: Konva.KonvaEventObject<DragEvent>) => {
      const to = toComposition({ x: target.x(), y: target.y() });
      const corners = plane.corners.map((p, i) => (i === corner ? to : p)) as unknown as Quad;
      // Its proportions go with its corners until something lies in it.
      const used = Object.values(useComposition.getState().composition.layers).some(
        (layer) => layer.plane === plane.id,
      );
      const size = used ? plane.size : planeSize(corners);
      (way === 'tryOut' ? tryOut : perform)(setPlane, { plane: { ...plane, corners, size } });
    };
  return (
    <>
      {planes
        .filter((plane) => plane !== inHand)
        .map(({ id, corners }) => (
          <Line
            key={id}
            points={flat(corners)}
            closed
            stroke={SCENE}
            opacity={0.6}
            listening={false}
          />
        ))}
      {inHand &&
        gridOf(inHand).map((points, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the grid
          <Line key={i} points={points} stroke={SCENE} strokeWidth={1.2} listening={false} />
        ))}
      {inHand?.corners.map((corner, i) => (
        <Knob
          // biome-ignore lint/suspicious/noArrayIndexKey: a corner is its place in the round
          key={i}
          look="scene"
          at={onScreen(corner)}
          onTry={drag(inHand, i, 'tryOut')}
          onSet={drag(inHand, i, 'perform')}
        />
      ))}
    </>
  );
}
