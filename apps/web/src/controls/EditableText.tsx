import { useState } from 'react';

interface EditableTextProps {
  readonly label: string;
  readonly value: string;
  readonly onSet: (value: string) => void;
  readonly className?: string;
}

/** Text that becomes a field when it is pressed. Empty text is not taken. */
export function EditableText({ label, value, onSet, className = '' }: EditableTextProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const settle = () => {
    const text = typed?.trim();
    setTyped(null);
    if (text && text !== value) onSet(text);
  };
  if (typed === null) {
    return (
      <button
        type="button"
        title={`${label}: press to change`}
        onClick={() => setTyped(value)}
        className={`min-w-0 cursor-text truncate rounded px-1 text-left hover:bg-secondary ${className}`}
      >
        {value}
      </button>
    );
  }
  return (
    <input
      // The field is there because the person pressed the text it stands for.
      ref={(field) => field?.focus()}
      aria-label={label}
      value={typed}
      maxLength={200}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={settle}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') settle();
        if (event.key === 'Escape') setTyped(null);
      }}
      className={`min-w-0 rounded bg-base-200 px-1 ${className}`}
    />
  );
}
