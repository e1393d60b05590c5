import { BendMap, bendShown, layerById, type Point, placeLockedBy } from '@diplex/document';
import type Konva from 'konva';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { toComposition, useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { Knob } from '../../picture/Knob';
import { drawPoint, gridOf, whyUnbent } from './bend-tool';
import { useBending } from './settings';

/** A line of the grid is followed at so many places. */
const ALONG = 24;

/** The grid of the layer's bend, with a knob at each of its points. */
export function BendHandles() {
  const { zoom, x, y } = useCamera();
  const shown = useComposition((state) => state.preview ?? state.composition);
  const inHand = useHand((state) => state.layer);
  // The grid of a layer that is not bent yet follows the settings.
  const { point, set } = useBending();
  const layer = layerById(shown, inHand ?? '');
  if (!layer || whyUnbent(layer) || placeLockedBy(shown, layer)) return null;
  const bend = gridOf(layer);
  const map = new BendMap(bend);
  const onScreen = (p: Point) => ({ x: x + p.x * zoom, y: y + p.y * zoom });
  const line = (places: readonly Point[]) =>
    bendShown(
      shown,
      layer,
      places.map((p) => map.to(p)),
    ).flatMap((p) => (p ? Object.values(onScreen(p)) : []));
  const along = (of: (share: number) => Point) =>
    line(Array.from({ length: ALONG + 1 }, (_, k) => of(k / ALONG)));
  const lines = [
    ...Array.from({ length: bend.columns + 1 }, (_, i) =>
      along((share) => ({ x: i / bend.columns, y: share })),
    ),
    ...Array.from({ length: bend.rows + 1 }, (_, i) =>
      along((share) => ({ x: share, y: i / bend.rows })),
    ),
  ];
  const drag =
    (at: number, way: 'tryOut' | 'perform') =>
    ({ target }: Konva.KonvaEventObject<DragEvent>) => {
      set({ point: at });
      const before = layerById(useComposition.getState().composition, layer.id) ?? layer;
      drawPoint(way, before, at, toComposition({ x: target.x(), y: target.y() }));
    };
  return (
    <>
      {lines.map((points, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the grid
        <TwoToneLine key={i} points={points} />
      ))}
      {bendShown(shown, layer, bend.points).map(
        (place, i) =>
          place && (
            <Knob
              // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the grid
              key={i}
              look={i === point ? 'filled' : 'hollow'}
              at={onScreen(place)}
              onTry={drag(i, 'tryOut')}
              onSet={drag(i, 'perform')}
            />
          ),
      )}
    </>
  );
}
