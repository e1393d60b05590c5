import { useCamera } from '../../picture/camera-store';
import { TwoToneLine } from '../../picture/DraftShape';
import { useSnapLines } from './settings';

/** The lines that what is being moved lies at. */
export function SnapLines() {
  const { zoom, x, y, area } = useCamera();
  const lines = useSnapLines((state) => state.lines);
  return lines.map(({ axis, at }) => (
    <TwoToneLine
      key={`${axis}${at}`}
      points={
        axis === 'x'
          ? [x + at * zoom, 0, x + at * zoom, area.height]
          : [0, y + at * zoom, area.width, y + at * zoom]
      }
    />
  ));
}
