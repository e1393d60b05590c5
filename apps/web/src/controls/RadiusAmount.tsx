import { Amount } from './Amount';

interface RadiusAmountProps {
  /** Composition pixels; shown as the whole width. */
  readonly radius: number;
  /** The widths that it may have. */
  readonly from: number;
  readonly to: number;
  readonly onSet: (radius: number) => void;
}

/** How wide a round tool is, in the tray. */
export function RadiusAmount({ radius, from, to, onSet }: RadiusAmountProps) {
  const set = (width: number) => onSet(width / 2);
  return (
    <Amount
      layout="stack"
      label="Size"
      value={Math.round(radius * 2)}
      min={from}
      max={to}
      step={1}
      unit="px"
      curve={3}
      onTry={set}
      onSet={set}
    />
  );
}
