import { Amount } from '../../controls/Amount';

interface ProtectInsideProps {
  /** In mask pixels; left out where the skirt counts anywhere. */
  readonly inside: number | undefined;
  readonly onSet: (inside: number | undefined) => void;
}

/** How near the edge the skirt counts, when that is begun with, in mask pixels. */
const USUAL = 3;

/** Keeps the skirt near the edge, so that what is a little alike further in stays whole. */
export function ProtectInside({ inside, onSet }: ProtectInsideProps) {
  return (
    <>
      <label
        className="flex h-[26px] shrink-0 items-center gap-1.5 text-[12px] text-quiet"
        title="The skirt counts only near the edge of what is picked: what is a little alike further in stays whole"
      >
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={inside !== undefined}
          onChange={(event) => onSet(event.target.checked ? USUAL : undefined)}
        />
        Protect inside
      </label>
      {inside !== undefined && (
        <Amount
          label="Skirt within"
          value={inside}
          min={0}
          max={200}
          step={0.5}
          unit="px"
          curve={2}
          onSet={onSet}
        />
      )}
    </>
  );
}
