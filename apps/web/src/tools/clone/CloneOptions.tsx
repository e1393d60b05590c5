import type { Brush } from '@diplex/core';
import { isPaint, type Layer, layersInDepth } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Choice } from '../../controls/Choice';
import { Pick } from '../../controls/Pick';
import { StrokeAmounts } from '../strokes/StrokeAmounts';
import { CLONE_WAYS, useCloning } from './settings';

/** Where pixels come from, how they lie, and how strokes lay them. */
export function CloneOptions() {
  const { brush, way, points, set } = useCloning();
  const change = (next: Partial<Brush>) => set({ brush: { ...brush, ...next } });
  return (
    <>
      <Choice
        label="Stroke"
        value={way}
        options={CLONE_WAYS.map((value) => ({
          ...{ value, words: value },
          hint:
            value === 'clone'
              ? 'Lays what lies at the place that you point out'
              : 'Lays what its surroundings are like: for dust, wires, seams',
        }))}
        onChoose={(value) => set({ way: value })}
      />
      <StrokeAmounts brush={brush} shown="first" onSet={change} />
      {way === 'clone' && (
        <>
          <FromPick />
          <label
            title="The next press says where is cloned from (B); the second button does so at any time"
            className="flex h-7 items-center gap-1.5 text-[12px] text-quiet"
          >
            <input
              type="checkbox"
              className="checkbox checkbox-xs checkbox-primary"
              checked={points}
              onChange={(event) => set({ points: event.target.checked })}
            />
            Point out
          </label>
        </>
      )}
    </>
  );
}

/** All that lies behind, or one layer alone. */
function FromPick() {
  const { from, set } = useCloning();
  const composition = useComposition((state) => state.composition);
  const layers = layersInDepth(composition).filter((layer: Layer) => !isPaint(layer));
  const known = typeof from !== 'string' && layers.some(({ id }) => id === from.layer);
  return (
    <Pick
      label="From"
      value={typeof from === 'string' ? from : known ? from.layer : 'here'}
      options={[
        { value: 'here', words: 'what shows here' },
        { value: 'behind', words: 'all behind' },
        ...layers.map(({ id, name }) => ({ value: id, words: name })),
      ]}
      onChoose={(value) =>
        set({ from: value === 'behind' || value === 'here' ? value : { layer: value } })
      }
    />
  );
}
