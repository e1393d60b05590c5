interface PickProps<Value extends string> {
  readonly label: string;
  readonly value: Value;
  readonly options: readonly { readonly value: Value; readonly words: string }[];
  onChoose(value: Value): void;
}

/** One of several, in a list that opens; its label above it. */
export function Pick<Value extends string>({ label, value, options, onChoose }: PickProps<Value>) {
  return (
    <label className="grid shrink-0 gap-0.5 text-[11.5px] text-faint">
      {label}
      <select
        className="h-7 rounded-md bg-base-200 px-0.5 text-[11.5px] text-base-content"
        value={value}
        onChange={(event) => onChoose(event.target.value as Value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.words}
          </option>
        ))}
      </select>
    </label>
  );
}
