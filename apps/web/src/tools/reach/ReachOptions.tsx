import { Amount } from '../../controls/Amount';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { FromChoice } from '../FromChoice';
import { useReaching } from './settings';

/** How Reach picks. */
export function ReachOptions() {
  const reaching = useReaching();
  const { set } = reaching;
  const distance = (label: string, key: 'tolerance' | 'skirt') => (
    <LikenessAmount
      layout="stack"
      label={label}
      value={reaching[key]}
      onTry={(value) => set({ [key]: value })}
      onSet={(value) => set({ [key]: value })}
    />
  );
  return (
    <>
      <Pick
        label="Spread"
        value={reaching.spread}
        options={[
          { value: 'touching', words: 'touching' },
          { value: 'everywhere', words: 'everywhere' },
        ]}
        onChoose={(spread) => set({ spread })}
      />
      {distance('Tolerance', 'tolerance')}
      {distance('Skirt', 'skirt')}
      <Amount
        layout="stack"
        label="Patch"
        value={reaching.patch}
        min={1}
        max={101}
        step={2}
        unit="px"
        curve={2}
        onTry={(patch) => set({ patch })}
        onSet={(patch) => set({ patch })}
      />
      <FromChoice />
    </>
  );
}
