import { type CurvePoints, STRAIGHT } from '@diplex/steps';
import { IconRestore } from '@tabler/icons-react';
import { useState } from 'react';
import { useHand } from '../bench/hand-store';
import { Choice } from '../controls/Choice';
import { CurveSquare } from '../controls/CurveSquare';
import { PlainButton } from '../controls/PlainButton';
import type { EditorProps } from './editor-props';
import { HistogramPicture } from './HistogramPicture';
import { PickButton } from './PickButton';
import { useStepValues } from './use-step';
import { useStepHistogram } from './use-step-histogram';

const CURVES = [
  { value: 'all', words: 'All' },
  { value: 'red', words: 'R', means: 'Red' },
  { value: 'green', words: 'G', means: 'Green' },
  { value: 'blue', words: 'B', means: 'Blue' },
  { value: 'lightness', words: 'Lightness' },
] as const;

type CurveName = (typeof CURVES)[number]['value'];

/** Curves over the tones that come in. */
export function CurvesEditor({ layer, step }: EditorProps) {
  const [name, setName] = useState<CurveName>('all');
  const { colourWanted: wanted, take } = useHand.getState();
  const { values, tryValues, setValues } = useStepValues(layer, step);
  const points = values[name] as CurvePoints;
  const counts = useStepHistogram(layer.id, step.id);
  return (
    <>
      <Choice
        label="Which curve"
        value={name}
        options={CURVES}
        onChoose={(value) => {
          setName(value);
          if (wanted?.step === step.id) take({ colourWanted: { ...wanted, on: value } });
        }}
      />
      <CurveSquare
        key={name}
        words={`The curve of ${name}, over the tones that come in`}
        points={points}
        pointSaid={([x, y]) => `${Math.round(x * 255)} to ${Math.round(y * 255)}`}
        onTry={(next) => tryValues({ [name]: next })}
        onSet={(next) => setValues({ [name]: next })}
      >
        <HistogramPicture counts={counts} channel={name} />
      </CurveSquare>
      <div className="flex gap-1">
        <PickButton layer={layer} step={step} pick="point" on={name} />
        <PlainButton
          icon={IconRestore}
          words="Straight"
          hint="This curve as it was when it was new"
          onPress={() => setValues({ [name]: STRAIGHT })}
        />
      </div>
    </>
  );
}
