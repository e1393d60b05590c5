import {
  isGlass,
  LAYER_BLENDINGS,
  type Layer,
  type LayerBlending,
  setBlending,
  setContentOpacity,
  setMixing,
  setOpacity,
} from '@diplex/document';
import { isAtWork } from '@diplex/steps';
import { useId } from 'react';
import { useComposition } from '../bench/composition-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { ShareAmount } from '../controls/ShareAmount';

/** How a layer mixes with what lies behind it. */
export function BlendingRows({ layer }: { readonly layer: Layer }) {
  const id = useId();
  const { perform, tryOut } = useComposition.getState();
  const through =
    layer.content.kind === 'group' &&
    layer.content.mixing === 'through' &&
    !layer.steps.some(isAtWork);
  return (
    <Section title="Blending">
      {layer.content.kind === 'group' && (
        <div className="mb-2">
          <Choice
            label="How its layers meet what lies behind"
            value={layer.content.mixing}
            disabled={layer.locked}
            options={[
              {
                value: 'through',
                words: 'layers pass through',
                hint: 'Each layer is laid on what lies behind, as if there were no group',
              },
              {
                value: 'isolated',
                words: 'stands apart',
                hint: 'The layers are put together first, and laid on what lies behind as one thing',
              },
            ]}
            onChoose={(mixing) => perform(setMixing, { group: layer.id, mixing })}
          />
          {layer.content.mixing === 'through' && !through && (
            <p className="mt-1 text-[11.5px] text-faint">
              Its chain changes it as one thing, so it stands apart while a step is on.
            </p>
          )}
        </div>
      )}
      <div className="mb-1 grid grid-cols-[84px_1fr] items-center gap-2 text-[12.5px] text-quiet">
        <label htmlFor={id}>Blending</label>
        <select
          id={id}
          className="select select-sm bg-base-200"
          value={through ? 'normal' : layer.blending}
          disabled={layer.locked || through}
          title={
            through ? 'Its layers have their own: let it stand apart to blend it as one' : undefined
          }
          onChange={(event) =>
            perform(setBlending, { layer: layer.id, blending: event.target.value as LayerBlending })
          }
        >
          {LAYER_BLENDINGS.map((mode) => (
            <option key={mode} value={mode}>
              {mode}
            </option>
          ))}
        </select>
      </div>
      <Amount
        label="Opacity"
        value={Math.round(layer.opacity * 100)}
        min={0}
        max={100}
        step={1}
        unit="%"
        disabled={layer.locked}
        onTry={(value) => tryOut(setOpacity, { layer: layer.id, opacity: value / 100 })}
        onSet={(value) => perform(setOpacity, { layer: layer.id, opacity: value / 100 })}
      />
      {!through && !isGlass(layer) && (
        <ShareAmount
          label="Content"
          value={layer.contentOpacity ?? 1}
          disabled={layer.locked}
          onTry={(opacity) => tryOut(setContentOpacity, { layer: layer.id, opacity })}
          onSet={(opacity) => perform(setContentOpacity, { layer: layer.id, opacity })}
        />
      )}
    </Section>
  );
}
