import { setGuides } from '@diplex/document';
import type Konva from 'konva';
import { Line } from 'react-konva';
import { useComposition } from '../bench/composition-store';
import { toComposition, useCamera } from '../picture/camera-store';
import { SCENE } from '../picture/handle-look';

/** Grid lines that lie nearer together than this, in window pixels, are not drawn. */
const CLOSE = 5;

/** The guides, which can be dragged, and the grid. */
export function GuideLines() {
  const { zoom, x, y } = useCamera();
  const {
    guides = [],
    grid,
    canvas,
  } = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const [right, bottom] = [x + canvas.width * zoom, y + canvas.height * zoom];
  const step = (grid?.step ?? 0) * zoom;
  const count = (length: number) => (step < CLOSE ? 0 : Math.floor((length * zoom) / step) + 1);
  const moved = (i: number, { target }: Konva.KonvaEventObject<DragEvent>) => {
    const at = toComposition({ x: target.x(), y: target.y() });
    return {
      guides: guides.map((guide, k) =>
        k === i ? { ...guide, at: Math.round(guide.axis === 'x' ? at.x : at.y) } : guide,
      ),
    };
  };
  return (
    <>
      {Array.from({ length: count(canvas.width) }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line of the grid is its number
        <GridLine key={`x${i}`} points={[x + i * step, y, x + i * step, bottom]} />
      ))}
      {Array.from({ length: count(canvas.height) }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line of the grid is its number
        <GridLine key={`y${i}`} points={[x, y + i * step, right, y + i * step]} />
      ))}
      {guides.map(({ axis, at }, i) => (
        <Line
          // biome-ignore lint/suspicious/noArrayIndexKey: a guide is its place in the list
          key={`g${i}`}
          x={axis === 'x' ? x + at * zoom : 0}
          y={axis === 'y' ? y + at * zoom : 0}
          points={axis === 'x' ? [0, y, 0, bottom] : [x, 0, right, 0]}
          stroke={SCENE}
          strokeWidth={1.2}
          hitStrokeWidth={9}
          draggable
          dragBoundFunc={(to) => (axis === 'x' ? { x: to.x, y: 0 } : { x: 0, y: to.y })}
          onDragMove={(event) => tryOut(setGuides, moved(i, event))}
          onDragEnd={(event) => perform(setGuides, moved(i, event))}
        />
      ))}
    </>
  );
}

function GridLine({ points }: { readonly points: number[] }) {
  return <Line points={points} stroke="#ffffff40" strokeWidth={1} listening={false} />;
}
