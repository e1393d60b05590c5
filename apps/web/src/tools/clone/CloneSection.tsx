import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { Section } from '../../controls/Inspector';
import { ShareAmount } from '../../controls/ShareAmount';
import { StrokeSection } from '../strokes/StrokeSection';
import { CLONE_KEEPS, useCloning } from './settings';

/** How the next stroke lays what it takes. */
export function CloneSection() {
  const { way, keeps, meets, turn, scale, mirrored, set } = useCloning();
  if (way !== 'clone') return <StrokeSection useSettings={useCloning} tips="any" />;
  return (
    <>
      <Section title="Laid down">
        <Choice
          label="Strokes keep"
          value={keeps}
          options={CLONE_KEEPS.map((value) => ({
            ...{ value, words: `keep ${value}` },
            hint:
              value === 'offset'
                ? 'Every stroke takes from as far off as the first'
                : 'Every stroke begins to take at the cross',
          }))}
          onChoose={(value) => set({ keeps: value, start: null })}
        />
        <ShareAmount
          label="Meet around"
          value={meets}
          onTry={(value) => set({ meets: value })}
          onSet={(value) => set({ meets: value })}
        />
        <Amount
          label="Turned"
          value={turn}
          min={-180}
          max={180}
          step={1}
          unit="°"
          onTry={(value) => set({ turn: value })}
          onSet={(value) => set({ turn: value })}
        />
        <Amount
          label="Scaled"
          value={scale * 100}
          min={10}
          max={400}
          step={1}
          unit="%"
          onTry={(value) => set({ scale: value / 100 })}
          onSet={(value) => set({ scale: value / 100 })}
        />
        <label className="mt-1 flex h-7 items-center gap-1.5 text-[12.5px] text-quiet">
          <input
            type="checkbox"
            className="checkbox checkbox-xs checkbox-primary"
            checked={mirrored}
            onChange={(event) => set({ mirrored: event.target.checked })}
          />
          Mirrored
        </label>
      </Section>
      <StrokeSection useSettings={useCloning} tips="any" />
    </>
  );
}
