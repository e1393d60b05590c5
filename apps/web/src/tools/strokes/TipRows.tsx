import type { Tip } from '@diplex/core';
import { useShelf } from '../../bench/shelf-store';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';

const NEW_TIP: Omit<Tip, 'source'> = {
  ...{ angle: 0, spacing: 0.5, scatter: 0, jitter: 0, follows: false },
};

/** The tip of a brush: round, or a picture from the shelf and how it is used. */
export function TipRows({ tip, onSet }: { tip: Tip | null; onSet: (tip: Tip | null) => void }) {
  const sources = useShelf((state) => state.sources);
  const tips = sources.filter(
    ({ hash, kind, offShelf }) => (kind === 'tip' && !offShelf) || hash === tip?.source,
  );
  const share = (label: string, key: 'spacing' | 'scatter' | 'jitter', most: number) =>
    tip && (
      <ShareAmount
        label={label}
        value={tip[key]}
        least={(key === 'spacing' ? 5 : 0) / 100}
        most={most / 100}
        onTry={(value) => onSet({ ...tip, [key]: value })}
        onSet={(value) => onSet({ ...tip, [key]: value })}
      />
    );
  return (
    <div className="mt-1">
      <Pick
        label="Tip"
        value={tip?.source ?? 'round'}
        options={[
          { value: 'round', words: 'round' },
          ...tips.map(({ hash, title }) => ({ value: hash, words: title })),
        ]}
        onChoose={(source) => onSet(source === 'round' ? null : { ...(tip ?? NEW_TIP), source })}
      />
      {tip && (
        <>
          <Amount
            label="Angle"
            value={tip.angle}
            min={-180}
            max={180}
            step={1}
            unit="°"
            onTry={(angle) => onSet({ ...tip, angle })}
            onSet={(angle) => onSet({ ...tip, angle })}
          />
          {share('Spacing', 'spacing', 400)}
          {share('Scatter', 'scatter', 400)}
          {share('Jitter', 'jitter', 100)}
          <Choice
            label="Turns"
            value={tip.follows ? 'follows' : 'stays'}
            options={[
              { value: 'stays', words: 'keeps its angle' },
              { value: 'follows', words: 'follows the stroke' },
            ]}
            onChoose={(turns) => onSet({ ...tip, follows: turns === 'follows' })}
          />
        </>
      )}
    </div>
  );
}
