import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { Amount } from '../../controls/Amount';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { FromChoice } from '../FromChoice';
import { partInHand, setReachPoints } from './reach-tool';
import { type Reaching, useReaching } from './settings';

/** The amounts of the newest point of the part in hand, which are those of the next one too; of the next one alone else. */
function useAmounts(): readonly [Reaching, (change: Partial<Reaching>) => void] {
  const reaching = useReaching();
  useComposition((state) => state.composition);
  useHand((state) => state.part);
  const target = maskInHand();
  const points = (target && partInHand(target)?.recipe.points) ?? [];
  const newest = points.at(-1);
  if (!newest) return [reaching, reaching.set];
  const change = (amounts: Partial<Reaching>) => {
    reaching.set(amounts);
    setReachPoints([...points.slice(0, -1), { ...newest, ...amounts }]);
  };
  return [newest, change];
}

/** How Reach picks: the point it made last, and the next one. */
export function ReachOptions() {
  const [reaching, set] = useAmounts();
  const distance = (label: string, key: 'tolerance' | 'skirt') => (
    <LikenessAmount
      layout="stack"
      label={label}
      value={reaching[key]}
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
        onSet={(patch) => set({ patch })}
      />
      <FromChoice />
    </>
  );
}
