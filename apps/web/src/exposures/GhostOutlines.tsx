import { layerById, layerMatrix, transform } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useCamera } from '../picture/camera-store';
import { framesOf } from './fuse-exposures';
import { useGhosts } from './ghosts-store';

/** Where the exposures of the group in hand do not show the same, outlined on the picture with their names. */
export function GhostOutlines() {
  const composition = useComposition((state) => state.composition);
  const inHand = useHand((state) => state.layer);
  const { group, ghosts, pointed } = useGhosts();
  const { zoom, x, y } = useCamera();
  const layer = group && group === inHand ? layerById(composition, group) : undefined;
  const [first] = layer ? framesOf(layer) : [];
  if (!first || ghosts.length === 0) return null;
  const matrix = layerMatrix(composition, first);
  return (
    <svg
      aria-hidden
      data-testid="ghost-outlines"
      className="pointer-events-none absolute inset-0 size-full"
    >
      {ghosts.map(({ name, lines }) => {
        const places = lines.map((line) => line.map((place) => transform(matrix, place)));
        const onScreen = places.map((line) =>
          line.map((place) => `${x + place.x * zoom} ${y + place.y * zoom}`).join('L'),
        );
        const [at] = places[0] ?? [];
        const d = onScreen.map((line) => `M${line}Z`).join('');
        return (
          <g key={name}>
            <path d={d} fill="none" stroke="#000" strokeOpacity={0.8} strokeWidth={3.5} />
            <path
              d={d}
              fill="none"
              stroke={pointed === name ? 'var(--color-primary)' : '#fff'}
              strokeWidth={1.5}
              strokeDasharray={pointed === name ? undefined : '5 4'}
            />
            {at && (
              <text
                x={x + at.x * zoom}
                y={y + at.y * zoom - 6}
                fontSize={12}
                fontWeight={600}
                fill="#fff"
                stroke="#000"
                strokeWidth={3}
                paintOrder="stroke"
              >
                {name}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
