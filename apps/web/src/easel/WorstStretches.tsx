import { Circle, Group, Text } from 'react-konva';
import { useEdgeCheck } from '../bench/edge-check-store';
import { useHand } from '../bench/hand-store';
import { useCamera } from '../picture/camera-store';

/** Radius of a mark, in window pixels. */
const RADIUS = 11;

/** The worst stretches of the edge that was checked, by their numbers. */
export function WorstStretches() {
  const { check, at, layer } = useEdgeCheck();
  const inHand = useHand((state) => state.layer);
  const { zoom, x, y } = useCamera();
  if (!check || layer !== inHand) return null;
  return check.worst.map((stretch, index) => (
    <Group
      key={`${stretch.x},${stretch.y}`}
      x={x + stretch.x * zoom}
      y={y + stretch.y * zoom - RADIUS * 2}
      listening={false}
    >
      <Circle radius={RADIUS} fill={index === at ? '#d9a74a' : '#15171bcc'} stroke="#ffffff" />
      <Text
        text={String(index + 1)}
        fill={index === at ? '#1b1507' : '#ffffff'}
        fontSize={11}
        fontStyle="bold"
        width={RADIUS * 2}
        height={RADIUS * 2}
        offsetX={RADIUS}
        offsetY={RADIUS}
        align="center"
        verticalAlign="middle"
      />
    </Group>
  ));
}
