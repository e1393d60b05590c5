import { Amount } from './Amount';

interface LikenessAmountProps {
  readonly label: string;
  /** OKLab distance; shown in hundredths. */
  readonly value: number;
  readonly layout?: 'row' | 'stack';
  readonly onTry?: (value: number) => void;
  readonly onSet: (value: number) => void;
}

const SHOWN = 100;

/** How unlike colours may be. */
export function LikenessAmount(props: LikenessAmountProps) {
  const { value, onTry, onSet, ...rest } = props;
  return (
    <Amount
      {...rest}
      value={Math.round(value * SHOWN * 10) / 10}
      min={0}
      max={50}
      step={0.1}
      unit=""
      curve={2}
      onTry={(next) => onTry?.(next / SHOWN)}
      onSet={(next) => onSet(next / SHOWN)}
    />
  );
}
