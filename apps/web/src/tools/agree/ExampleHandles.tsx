import { Circle, Rect } from 'react-konva';
import { useCamera } from '../../picture/camera-store';
import { SCENE } from '../../picture/handle-look';
import { useAgree } from './settings';

const SIDE = 15;

/** The two patches that should look alike: a brass ring on the thing, a sea green square on the scene. */
export function ExampleHandles() {
  const { zoom, x, y } = useCamera();
  const { thing, scene } = useAgree((state) => state.example);
  const half = Math.max(7, (SIDE * zoom) / 2);
  return (
    <>
      {thing && (
        <>
          <Circle
            x={x + thing.x * zoom}
            y={y + thing.y * zoom}
            radius={half + 1}
            stroke="#000"
            opacity={0.6}
            strokeWidth={4}
            listening={false}
          />
          <Circle
            x={x + thing.x * zoom}
            y={y + thing.y * zoom}
            radius={half + 1}
            stroke="#d9a74a"
            strokeWidth={2}
            listening={false}
          />
        </>
      )}
      {scene && (
        <>
          <Rect
            x={x + scene.x * zoom - half}
            y={y + scene.y * zoom - half}
            width={2 * half}
            height={2 * half}
            stroke="#000"
            opacity={0.6}
            strokeWidth={4}
            listening={false}
          />
          <Rect
            x={x + scene.x * zoom - half}
            y={y + scene.y * zoom - half}
            width={2 * half}
            height={2 * half}
            stroke={SCENE}
            strokeWidth={2}
            listening={false}
          />
        </>
      )}
    </>
  );
}
