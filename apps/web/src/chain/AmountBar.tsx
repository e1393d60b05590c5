import { type KeyboardEvent, useState } from 'react';

interface AmountBarProps {
  readonly label: string;
  /** 0..1 */
  readonly value: number;
  readonly disabled?: boolean;
  readonly onTry: (value: number) => void;
  readonly onSet: (value: number) => void;
}

/** Keys by which a browser steps a slider. */
const STEPS = /^(Arrow|Page|Home$|End$)/;

/** An amount as a thin bar in a row: dragged, or stepped by keys; a double-click brings all of it back. */
export function AmountBar({ label, value, disabled, onTry, onSet }: AmountBarProps) {
  const [dragged, setDragged] = useState<number | null>(null);
  const shown = dragged ?? value;
  const tryValue = (next: number) => {
    setDragged(next);
    onTry(next);
  };
  const settle = () => {
    if (dragged === null) return;
    setDragged(null);
    onSet(dragged);
  };
  const settleByKey = (event: KeyboardEvent) => {
    if (STEPS.test(event.key)) settle();
  };
  return (
    <input
      type="range"
      className="amount-bar w-[52px] shrink-0"
      min={0}
      max={100}
      step={1}
      aria-label={label}
      title={`${label}: ${Math.round(shown * 100)} % (double-click: 100 %)`}
      value={Math.round(shown * 100)}
      disabled={disabled}
      style={{ ['--filled' as string]: `${shown * 100}%` }}
      onChange={(event) => tryValue(Number(event.target.value) / 100)}
      onPointerUp={settle}
      onKeyUp={settleByKey}
      onBlur={settle}
      onDoubleClick={() => onSet(1)}
    />
  );
}
