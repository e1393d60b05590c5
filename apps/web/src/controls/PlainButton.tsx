import type { Icon } from '@tabler/icons-react';

interface PlainButtonProps {
  readonly words: string;
  readonly hint?: string;
  readonly icon?: Icon;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly onPress: () => void;
}

/** A button of the inspector, with words. */
export function PlainButton(props: PlainButtonProps) {
  const { words, hint, icon: Picture, pressed, disabled, onPress } = props;
  return (
    <button
      type="button"
      title={hint}
      aria-pressed={pressed}
      disabled={disabled}
      onClick={onPress}
      className="flex h-8 shrink-0 whitespace-nowrap cursor-pointer items-center justify-center gap-1.5 rounded-lg bg-secondary px-2 text-[12px] text-secondary-content hover:brightness-110 disabled:cursor-default disabled:opacity-45 aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-primary)]"
    >
      {Picture && <Picture size={15} aria-hidden />}
      {words}
    </button>
  );
}
