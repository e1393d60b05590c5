interface ChoiceProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: readonly {
    readonly value: Value;
    readonly words: string;
    readonly hint?: string;
    /** What the words are short for. */
    readonly means?: string;
  }[];
  readonly onChoose: (value: Value) => void;
  readonly disabled?: boolean;
}

/** One of a few, all of them in sight. */
export function Choice<Value extends string>(props: ChoiceProps<Value>) {
  const { label, value, options, onChoose, disabled } = props;
  return (
    <fieldset className="flex shrink-0 rounded-lg bg-base-200 p-0.5" disabled={disabled}>
      <legend className="sr-only">{label}</legend>
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          title={option.hint}
          aria-label={option.means}
          aria-pressed={option.value === value}
          onClick={() => onChoose(option.value)}
          className="min-w-[26px] cursor-pointer rounded-md px-2 py-1 text-[12px] text-quiet hover:text-base-content aria-pressed:bg-neutral aria-pressed:font-semibold aria-pressed:text-neutral-content disabled:opacity-50"
        >
          {option.words}
        </button>
      ))}
    </fieldset>
  );
}
