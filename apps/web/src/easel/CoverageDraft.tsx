import { multiply, scaling, translation } from '@diplex/document';
import { useEffect, useRef } from 'react';
import { useHand } from '../bench/hand-store';
import { useCamera } from '../picture/camera-store';

/** What a pick would cover, as a hatched film over the picture. */
export function CoverageDraft() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const draft = useHand((state) => (state.draft?.kind === 'coverage' ? state.draft : null));
  const { zoom, x, y } = useCamera();
  useEffect(() => {
    if (!draft || !canvas.current) return;
    const { width, height } = draft.image;
    const surface = canvas.current;
    if (surface.width !== width) surface.width = width;
    if (surface.height !== height) surface.height = height;
    surface.getContext('2d')?.putImageData(draft.image, 0, 0);
  }, [draft]);
  if (!draft) return null;
  const map = multiply(multiply(translation(x, y), scaling(zoom, zoom)), draft.map);
  return (
    <canvas
      ref={canvas}
      data-testid="coverage-draft"
      aria-hidden
      className="pointer-events-none absolute top-0 left-0 origin-top-left"
      style={{ transform: `matrix(${map.join(',')})` }}
    />
  );
}
