import { Circle, Group, Text } from 'react-konva';
import { useSamples } from '../../bench/samples-store';
import { toComposition, useCamera } from '../../picture/camera-store';

const RADIUS = 9;

/** The places whose colours are read, by their numbers. */
export function SampleMarks() {
  const { places, move } = useSamples();
  const { zoom, x, y } = useCamera();
  return places.map((place, i) => (
    <Group
      // A sample is known by its number.
      // biome-ignore lint/suspicious/noArrayIndexKey: see above
      key={i}
      x={x + (place.x + 0.5) * zoom}
      y={y + (place.y + 0.5) * zoom}
      draggable
      onDragMove={(event) => {
        const at = toComposition({ x: event.target.x(), y: event.target.y() });
        move(i, { x: Math.floor(at.x), y: Math.floor(at.y) });
      }}
    >
      <Circle radius={RADIUS} stroke="#15171b" strokeWidth={3} hitStrokeWidth={12} />
      <Circle radius={RADIUS} stroke="#ffffff" strokeWidth={1.4} />
      <Text
        text={String(i + 1)}
        x={RADIUS + 2}
        y={-RADIUS - 4}
        fontSize={12}
        fontStyle="bold"
        fill="#ffffff"
        stroke="#15171b"
        strokeWidth={2.5}
        fillAfterStrokeEnabled
      />
    </Group>
  ));
}
