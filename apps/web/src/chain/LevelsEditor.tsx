import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';
import { HistogramPicture } from './HistogramPicture';
import { useStepValues } from './use-step';
import { useStepHistogram } from './use-step-histogram';

/** The amounts of Levels under the tones that come in, with where black and white are. */
export function LevelsEditor({ layer, step }: EditorProps) {
  const counts = useStepHistogram(layer.id, step.id);
  const { values } = useStepValues(layer, step);
  const { channel } = values as { channel: 'all' | 'red' | 'green' | 'blue' };
  const { black, white } = values as { black: number; white: number };
  return (
    <>
      <div className="relative h-[64px] overflow-hidden rounded-md bg-base-300">
        <svg
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          className="absolute inset-0 size-full"
          role="img"
          aria-label="The tones that come in"
        >
          <HistogramPicture counts={counts} channel={channel} />
          {[black, white].map((at, i) => (
            <line
              key={i === 0 ? 'black' : 'white'}
              x1={at}
              x2={at}
              y1={0}
              y2={1}
              stroke="var(--color-primary)"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      </div>
      <FieldRows layer={layer} step={step} />
    </>
  );
}
