import { type Composition, type Layer, layerBounds } from '@diplex/document';
import { newStep, STEP_GROUPS, STEPS, type StepDefinition } from '@diplex/steps';
import { useMemo, useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { Dialog } from '../controls/Dialog';
import { SmallPicture } from '../picture/SmallPicture';
import { addStep, suits } from './step-commands';

/** Whether every word that was typed begins a word of what a step is called or found by. */
function fits({ words, finds, group }: StepDefinition, typed: string): boolean {
  const known = [words, group, ...finds].join(' ').toLowerCase().split(/\s+/);
  const asked = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return asked.every((word) => known.some((each) => each.startsWith(word)));
}

/** Those whose name begins with what was typed stand first: the first of all is taken by Enter. */
function best(found: readonly StepDefinition[], typed: string): StepDefinition | undefined {
  const begins = typed.trim().toLowerCase();
  return found.find(({ words }) => words.toLowerCase().startsWith(begins)) ?? found[0];
}

/** The composition with one step more on a layer, as the search list shows it. */
function withSample(scene: Composition, layer: Layer, definition: StepDefinition): Composition {
  const step = newStep(definition, definition.sample);
  const changed = { ...layer, steps: [...layer.steps, step] };
  return { ...scene, layers: { ...scene.layers, [layer.id]: changed } };
}

/** The steps there are, found by plain words, each with a picture of what it would do to the layer in hand. */
export function StepSearch({ onClose }: { readonly onClose: () => void }) {
  const layer = useLayerInHand();
  const [typed, setTyped] = useState('');
  if (!layer) return null;
  const found = STEPS.map(({ definition }) => definition).filter(
    (each) => !each.brushed && suits(layer, each) && fits(each, typed),
  );
  const first = typed.trim() === '' ? undefined : best(found, typed);
  const choose = (definition: StepDefinition) => {
    addStep(definition);
    onClose();
  };
  return (
    <Dialog title={`Add to the chain of ${layer.name}`} onClose={onClose} wide>
      <input
        data-begins
        type="search"
        value={typed}
        aria-label="What shall it do?"
        placeholder="warmer, softer, darker edges …"
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && first) choose(first);
        }}
        className="mb-3 h-9 w-full rounded-lg bg-base-200 px-3 text-[14px]"
      />
      {found.length === 0 && (
        <p className="text-quiet">Nothing is found by these words. Try another, or fewer.</p>
      )}
      <div className="flex flex-wrap gap-x-5 gap-y-2.5">
        {STEP_GROUPS.map((group) => {
          const inside = found.filter((each) => each.group === group);
          if (inside.length === 0) return null;
          return (
            <section key={group} aria-label={group}>
              <h3 className="mb-1 text-[12px] text-quiet">{group}</h3>
              <ul className="flex flex-wrap gap-2">
                {inside.map((each) => (
                  <li key={each.kind} className="w-[122px]">
                    <Sample
                      layer={layer}
                      definition={each}
                      first={each === first}
                      onChoose={() => choose(each)}
                    />
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </Dialog>
  );
}

interface SampleProps {
  readonly layer: Layer;
  readonly definition: StepDefinition;
  /** Whether Enter takes it. */
  readonly first: boolean;
  readonly onChoose: () => void;
}

function Sample({ layer, definition, first, onChoose }: SampleProps) {
  const composition = useComposition((state) => state.composition);
  const sampled = useMemo(
    () => withSample(composition, layer, definition),
    [composition, layer, definition],
  );
  const part = useMemo(() => layerBounds(composition, layer), [composition, layer]);
  return (
    <button
      type="button"
      onClick={onChoose}
      title={definition.finds.join(', ')}
      className={`w-full cursor-pointer rounded-md p-1 text-left hover:bg-held focus-visible:bg-held ${first ? 'bg-held shadow-[inset_0_0_0_1.5px_var(--color-primary)]' : 'bg-base-200'}`}
    >
      <span className="grid h-[92px] place-items-center overflow-hidden">
        <SmallPicture composition={sampled} part={part} width={114} height={92} />
      </span>
      <span className="flex items-baseline justify-between gap-1 pt-1 text-[12.5px]">
        <span className="truncate">{definition.words}</span>
        {first && <kbd className="shrink-0 text-[10.5px] text-faint">Enter</kbd>}
      </span>
    </button>
  );
}
