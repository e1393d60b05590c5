import { useHand } from '../bench/hand-store';
import { useAreaLines, useAreaOutline } from '../picture/area-lines';
import { useCamera } from '../picture/camera-store';

/** The area's moving outline over the picture. */
export function AreaOutline() {
  useAreaOutline();
  const hidden = useHand((state) => state.areaHidden);
  const lines = useAreaLines((state) => state.lines);
  const { zoom, x, y } = useCamera();
  if (hidden || lines.length === 0) return null;
  const path = lines.map((line) => `M${line.join(' ')}Z`).join('');
  return (
    <svg
      aria-hidden
      data-testid="area-outline"
      className="pointer-events-none absolute inset-0 size-full"
    >
      <g
        transform={`matrix(${zoom} 0 0 ${zoom} ${x} ${y})`}
        fill="none"
        strokeWidth={1.2}
        strokeLinejoin="round"
      >
        <path d={path} stroke="#000" strokeOpacity={0.8} vectorEffect="non-scaling-stroke" />
        <path
          d={path}
          stroke="#fff"
          strokeDasharray="6 6"
          vectorEffect="non-scaling-stroke"
          className="creeping"
        />
      </g>
    </svg>
  );
}
