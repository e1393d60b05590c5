import { type RefObject, useEffect, useRef } from 'react';
import { useHand } from '../bench/hand-store';

/** Samples from here on are burnt out, and up to here blocked. */
const [BURNT, BLOCKED] = [254, 1];

/** Stripes over what is clipped are so wide, in device pixels. */
const STRIPE = 3;

/** Marks what is clipped of the picture in its own pixels: lights by dark stripes, darks by light ones the other way. */
function mark(from: HTMLCanvasElement, onto: HTMLCanvasElement): void {
  const { width, height } = from;
  Object.assign(onto, { width, height });
  const seen = from.getContext('2d')?.getImageData(0, 0, width, height);
  const drawn = onto.getContext('2d');
  if (!seen || !drawn) return;
  const marks = drawn.createImageData(width, height);
  const { data } = seen;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      if (data[i + 3] !== 255) continue;
      const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
      const lights = Math.max(r, g, b) >= BURNT;
      const darks = Math.max(r, g, b) <= BLOCKED;
      if (!lights && !darks) continue;
      const along = lights ? x + y : x - y + height;
      if (along % (2 * STRIPE) >= STRIPE) continue;
      marks.data.set(lights ? [196, 30, 58, 255] : [70, 140, 255, 255], i);
    }
  }
  drawn.putImageData(marks, 0, 0);
}

/** What is clipped, marked on the picture whenever that is finished. */
export function ClipMarks({ picture }: { readonly picture: RefObject<HTMLCanvasElement | null> }) {
  const clips = useHand((state) => state.clips);
  const marks = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const from = picture.current;
    if (!clips || !from) return;
    const draw = () => {
      if (marks.current && from.dataset.settled === 'true') mark(from, marks.current);
      // What was marked may no longer be there.
      else if (marks.current) marks.current.width = 0;
    };
    draw();
    const observer = new MutationObserver(draw);
    observer.observe(from, { attributes: true, attributeFilter: ['data-settled'] });
    return () => observer.disconnect();
  }, [clips, picture]);
  if (!clips) return null;
  return (
    <canvas
      ref={marks}
      data-testid="clip-marks"
      className="pointer-events-none absolute inset-0 size-full"
    />
  );
}
