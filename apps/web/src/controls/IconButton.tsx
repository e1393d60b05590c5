import type { Icon } from '@tabler/icons-react';

interface IconButtonProps {
  readonly icon: Icon;
  readonly words: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly pressed?: boolean;
  readonly small?: boolean;
}

/** An icon with a tooltip that says what it does. */
export function IconButton(props: IconButtonProps) {
  const { icon: Picture, words, onPress, disabled, pressed, small } = props;
  return (
    <button
      type="button"
      title={words}
      aria-label={words}
      aria-pressed={pressed}
      disabled={disabled}
      onClick={onPress}
      className={`grid cursor-pointer place-items-center rounded-md text-quiet hover:bg-secondary hover:text-base-content disabled:cursor-default disabled:opacity-40 aria-pressed:text-primary ${small ? 'size-6' : 'size-8'}`}
    >
      <Picture size={small ? 15 : 18} stroke={1.8} aria-hidden />
    </button>
  );
}
