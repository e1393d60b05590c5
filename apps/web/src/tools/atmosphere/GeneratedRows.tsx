import {
  type GeneratedLayer,
  isGenerated,
  isGlass,
  layersInDepth,
  lockedBy,
  RANGES,
} from '@diplex/document';
import { fieldsAtWork, generatedDefinition, presentGenerated, setGenerated } from '@diplex/steps';
import { IconDice3 } from '@tabler/icons-react';
import { useId } from 'react';
import { useComposition } from '../../bench/composition-store';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { ValueRows } from '../../controls/ValueRows';

type Change = Parameters<typeof setGenerated.change>[1]['change'];

/** Everything that can be said of a generated layer: its values, which one of its kind it is, and what covers its light. */
export function GeneratedRows({ layer }: { readonly layer: GeneratedLayer }) {
  const scene = useComposition((state) => state.composition);
  const { perform, tryOut } = useComposition.getState();
  const id = useId();
  const definition = generatedDefinition(layer.content.of);
  const values = presentGenerated(layer.content) as Readonly<Record<string, unknown>>;
  const fields = fieldsAtWork(definition, values);
  const on = (change: Change) => ({ layer: layer.id, change });
  const { seed, cover } = layer.content;
  const others = layersInDepth(scene).filter((each) => !isGlass(each) && !isGenerated(each));
  return (
    <Section title={definition.words}>
      <fieldset
        disabled={lockedBy(scene, layer) !== undefined}
        aria-label={layer.name}
        className="grid gap-0.5"
      >
        <ValueRows
          {...{ fields, values }}
          onTry={(changed) => tryOut(setGenerated, on({ values: changed }))}
          onSet={(changed) => perform(setGenerated, on({ values: changed }))}
        />
        <Amount
          label="Seed"
          value={seed}
          range={RANGES.seed}
          step={1}
          onTry={(next) => tryOut(setGenerated, on({ seed: Math.round(next) }))}
          onSet={(next) => perform(setGenerated, on({ seed: Math.round(next) }))}
        />
        <PlainButton
          icon={IconDice3}
          words="Another"
          hint="The same kind, but another one: the next seed"
          onPress={() => perform(setGenerated, on({ seed: (seed + 1) % RANGES.seed.most }))}
        />
        {definition.looksAt.includes('cover') && (
          <div className="grid grid-cols-[92px_1fr] items-center gap-2 text-[12.5px] text-quiet">
            <label htmlFor={id}>Covered by</label>
            <select
              id={id}
              className="select select-xs bg-base-300"
              value={cover ?? ''}
              onChange={(event) => perform(setGenerated, on({ cover: event.target.value || null }))}
            >
              <option value="">nothing</option>
              {others.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </div>
        )}
      </fieldset>
    </Section>
  );
}
