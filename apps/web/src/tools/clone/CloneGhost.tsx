import { invert, transform } from '@diplex/document';
import { Circle, Group, Line, Shape } from 'react-konva';
import { useCamera } from '../../picture/camera-store';
import { cloneMap } from './clone-map';
import { useCloning } from './settings';

/** How much of the ghost is seen. */
const GHOST = 0.7;

const ARM = 9;

/** Where is cloned from, and what would be laid under the pointer. */
export function CloneGhost() {
  const { way, source, start, pointer, brush, turn, scale, mirrored, keeps } = useCloning();
  const { zoom, x, y } = useCamera();
  if (way !== 'clone' || !source) return null;
  const begin = keeps === 'offset' ? (start ?? pointer) : pointer;
  const toSource = begin && cloneMap({ source, start: begin, turn, scale, mirrored });
  const taken = toSource && pointer ? transform(toSource, pointer) : source;
  const [u, v] = [x + taken.x * zoom, y + taken.y * zoom];
  const screen = document.querySelector<HTMLCanvasElement>('canvas[data-testid="picture"]');
  return (
    <Group listening={false}>
      {toSource && pointer && screen && (
        <Shape
          opacity={GHOST}
          sceneFunc={(context) => {
            const [left, top] = [x + pointer.x * zoom, y + pointer.y * zoom];
            const [a, b, c, d] = invert(toSource);
            context.beginPath();
            context.arc(left, top, Math.max(1, brush.radius * zoom), 0, 2 * Math.PI);
            context.clip();
            context.transform(a, b, c, d, left - a * u - c * v, top - b * u - d * v);
            context.drawImage(screen, 0, 0, screen.clientWidth, screen.clientHeight);
          }}
        />
      )}
      {[
        { stroke: '#000', strokeWidth: 3 },
        { stroke: '#fff', strokeWidth: 1.2 },
      ].map((look) => (
        <Group key={look.stroke}>
          <Circle x={u} y={v} radius={5} {...look} />
          <Line points={[u - ARM, v, u + ARM, v]} {...look} />
          <Line points={[u, v - ARM, u, v + ARM]} {...look} />
        </Group>
      ))}
    </Group>
  );
}
