import { address, type Source } from '../link/server';
import { SourceMarks } from './SourceMarks';

interface SourceCardProps {
  readonly source: Source;
  /** Whether it is one of those that are chosen; left out where a press takes one at once. */
  readonly chosen?: boolean;
  readonly onPress: () => void;
}

/** A source as it is offered to be chosen. */
export function SourceCard({ source, chosen, onPress }: SourceCardProps) {
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onPress}
      className="w-full cursor-pointer rounded-md p-1 text-left hover:bg-held aria-pressed:shadow-[inset_0_0_0_2px_var(--color-primary)]"
    >
      <img
        src={address.sourceThumbnail(source.hash)}
        alt=""
        loading="lazy"
        className="h-[92px] w-full rounded object-cover"
      />
      <span className="flex items-center gap-1 pt-1 text-[12px]">
        {/* Not by the frame's colour alone. */}
        {chosen && <span aria-hidden>✓</span>}
        <span className="truncate">{source.title}</span>
        <SourceMarks source={source} />
      </span>
      <span className="block text-[11px] text-faint">
        {source.width} × {source.height}
      </span>
    </button>
  );
}
