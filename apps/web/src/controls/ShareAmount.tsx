import { Amount } from './Amount';

interface ShareAmountProps {
  readonly label: string;
  /** 0..1, or beyond where `most` says so; shown in per cent. */
  readonly value: number;
  readonly least?: number;
  readonly most?: number;
  readonly curve?: number;
  readonly disabled?: boolean;
  readonly layout?: 'row' | 'stack';
  readonly onTry?: (value: number) => void;
  readonly onSet: (value: number) => void;
}

/** An amount that is a share of something. */
export function ShareAmount(props: ShareAmountProps) {
  const { value, least = 0, most = 1, onTry, onSet, ...rest } = props;
  return (
    <Amount
      {...rest}
      value={Math.round(value * 100)}
      min={Math.round(least * 100)}
      max={Math.round(most * 100)}
      step={1}
      unit="%"
      onTry={(next) => onTry?.(next / 100)}
      onSet={(next) => onSet(next / 100)}
    />
  );
}
