import type { Composition } from '@diplex/document';
import { useMemo } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useGlimpse } from '../../bench/glimpse-store';
import { SmallPicture } from '../../picture/SmallPicture';

interface SampleCardProps {
  readonly words: string;
  readonly finds: readonly string[];
  /** The composition as it would be. */
  readonly sample: (composition: Composition) => Composition;
  readonly onChoose: () => void;
}

/** The size of a card's picture, in window pixels. */
const [WIDTH, HEIGHT] = [118, 74];

/** Something that can be taken, with a picture of what it would do; under the pointer the large picture shows it, too. */
export function SampleCard({ words, finds, sample, onChoose }: SampleCardProps) {
  const composition = useComposition((state) => state.composition);
  const sampled = useMemo(() => sample(composition), [composition, sample]);
  const part = useMemo(() => ({ x: 0, y: 0, ...composition.canvas }), [composition]);
  const { see, end } = useGlimpse.getState();
  const show = () => see(composition, sampled);
  return (
    <button
      type="button"
      onClick={() => {
        end();
        onChoose();
      }}
      onPointerEnter={show}
      onPointerLeave={end}
      onFocus={(event) => event.currentTarget.matches(':focus-visible') && show()}
      onBlur={end}
      title={finds.join(', ')}
      className="cursor-pointer rounded-md bg-base-200 p-1 text-left hover:bg-held focus-visible:bg-held"
    >
      <span className="grid h-[74px] place-items-center overflow-hidden">
        <SmallPicture composition={sampled} part={part} width={WIDTH} height={HEIGHT} />
      </span>
      <span className="block truncate pt-0.5 text-[12px]">{words}</span>
    </button>
  );
}
