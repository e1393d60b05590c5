import {
  groupsAround,
  type Layer,
  layersInDepth,
  setTones,
  TONE_COMPONENTS,
  type TonesPart,
  type TonesSettings,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { EdgeRows, RangeChart } from './RangeChart';
import { TONES, toneRange } from './tones-tool';
import { useTonesGround } from './use-tones-ground';

interface TonesEditorProps {
  readonly layer: Layer;
  readonly mask: string;
  readonly part: TonesPart;
}

/** Which tones a part is made of: a range over the histogram, with where it fades. */
export function TonesEditor({ layer, mask, part }: TonesEditorProps) {
  const composition = useComposition((state) => state.composition);
  const { perform, tryOut } = useComposition.getState();
  const args = (settings: TonesSettings) => ({ mask, part: part.id, settings });
  const ground = useTonesGround(layer, part.of);
  const of = typeof part.of === 'string' ? part.of : part.of.layer;
  const around = new Set(groupsAround(composition, layer.id).map(({ id }) => id));
  const sources = [
    { value: 'own', words: 'this layer' },
    { value: 'behind', words: 'what lies behind' },
    // A group that the layer is in cannot be looked at from inside.
    ...layersInDepth(composition)
      .filter((each) => each.id !== layer.id && !around.has(each.id))
      .map((each) => ({ value: each.id, words: each.name })),
  ];
  return (
    <Section name="tones" title={part.name} aside="tones">
      <div className="mb-1.5 flex gap-2">
        <Pick
          label="Component"
          value={part.component}
          options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
          onChoose={(component) => perform(setTones, args({ component }))}
        />
        <Pick
          label="Tones of"
          value={of}
          options={sources}
          onChoose={(value) => {
            const next = value === 'own' || value === 'behind' ? value : { layer: value };
            perform(setTones, args({ of: next }));
          }}
        />
      </div>
      <RangeChart
        window={part}
        ground={ground}
        onTry={(settings) => tryOut(setTones, args(settings))}
        onSet={(settings) => perform(setTones, args(settings))}
      />
      <div className="mt-1.5 flex gap-1">
        {TONES.map((name) => (
          <button
            key={name}
            type="button"
            onClick={() => perform(setTones, args(toneRange(name, 0.5)))}
            className="h-7 flex-1 cursor-pointer rounded-md bg-secondary text-[12px] text-secondary-content capitalize hover:brightness-110"
          >
            {name}
          </button>
        ))}
      </div>
      <EdgeRows
        window={part}
        onTry={(settings) => tryOut(setTones, args(settings))}
        onSet={(settings) => perform(setTones, args(settings))}
      />
    </Section>
  );
}
