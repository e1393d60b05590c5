import type { Range } from '@diplex/document';
import { type KeyboardEvent, useId, useState } from 'react';
import { inRun } from '../bench/runs';

interface AmountProps {
  readonly label: string;
  readonly value: number;
  /** What it may be; or else `min` and `max`, for what is no amount of the document. */
  readonly range?: Range;
  readonly min?: number;
  readonly max?: number;
  readonly step: number;
  readonly unit?: string;
  readonly disabled?: boolean;
  /** Spreads small values over more of the track: the share of the track is value ** (1 / curve). */
  readonly curve?: number;
  /** While the knob moves. */
  readonly onTry?: (value: number) => void;
  /** When the value is settled. */
  readonly onSet: (value: number) => void;
  /** In the tray the label stands above the track, in the inspector beside it. */
  readonly layout?: 'row' | 'stack';
}

/** Steps along the track of a slider. */
const TRACK = 1000;

const KEY_WAYS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowDown: -1,
  ArrowRight: 1,
  ArrowUp: 1,
};

function rangeOf({ range, min = 0, max = 1 }: AmountProps): Range {
  return range ?? { least: min, most: max };
}

/** A labelled amount: a slider and a number field that always agree. */
export function Amount(props: AmountProps) {
  const { label, value, step, unit, disabled, curve = 1, layout = 'row' } = props;
  const { least, most, track = [least, most] } = rangeOf(props);
  const [min, max] = track;
  const id = useId();
  const [dragged, setDragged] = useState<number | null>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const shown = dragged ?? value;
  const decimals = step >= 1 ? 0 : Math.ceil(-Math.log10(step));
  const share = Math.max(0, Math.min(1, (shown - min) / (max - min))) ** (1 / curve);

  const fromTrack = (track: number) => {
    const exact = min + (track / TRACK) ** curve * (max - min);
    return Number((Math.round(exact / step) * step).toFixed(decimals));
  };
  const tryValue = (next: number) => {
    setDragged(next);
    props.onTry?.(next);
  };
  /** One step of the amount for each press, ten with Shift; the track is finer than that. */
  const stepByKey = (event: KeyboardEvent) => {
    const way = KEY_WAYS[event.key];
    if (way === undefined) return;
    event.preventDefault();
    const next = shown + way * step * (event.shiftKey ? 10 : 1);
    tryValue(Number(Math.max(least, Math.min(most, next)).toFixed(decimals)));
  };
  const settle = () => {
    if (dragged === null) return;
    setDragged(null);
    props.onSet(dragged);
  };
  const settleTyped = () => {
    const number = Number((typed ?? '').replace(',', '.').replace('−', '-'));
    setTyped(null);
    if (typed === null || typed.trim() === '' || !Number.isFinite(number)) return;
    props.onSet(Math.max(least, Math.min(most, number)));
  };

  const slider = (
    <input
      id={id}
      type="range"
      className="amount"
      min={0}
      max={TRACK}
      step={1}
      value={Math.round(share * TRACK)}
      disabled={disabled}
      style={{ ['--filled' as string]: `${share * 100}%` }}
      aria-valuetext={`${shown.toFixed(decimals)}${unit ? ` ${unit}` : ''}`}
      onChange={(event) => tryValue(fromTrack(Number(event.target.value)))}
      onKeyDown={stepByKey}
      onPointerUp={settle}
      onKeyUp={() => inRun(`amount ${id}`, settle)}
      onBlur={settle}
    />
  );
  const number = (
    <span className="flex items-baseline gap-0.5">
      <input
        className="number"
        inputMode="decimal"
        aria-label={`${label}${unit ? `, ${unit}` : ''}`}
        value={typed ?? shown.toFixed(decimals)}
        disabled={disabled}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={settleTyped}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setTyped(null);
        }}
      />
      {unit && <span className="text-faint text-[11px]">{unit}</span>}
    </span>
  );
  if (layout === 'stack') {
    return (
      <div className="stacked grid w-max min-w-[73px] shrink-0 text-[11.5px]">
        <div className="grid grid-cols-[1fr_auto] items-baseline gap-x-1">
          <label htmlFor={id} className="text-faint">
            {label}
          </label>
          {number}
        </div>
        {slider}
      </div>
    );
  }
  return (
    <div className="grid h-[26px] grid-cols-[92px_1fr_60px] items-center gap-2 text-[12.5px]">
      <label htmlFor={id} className="truncate text-quiet">
        {label}
      </label>
      {slider}
      {number}
    </div>
  );
}
