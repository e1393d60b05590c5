import { useHand } from '../bench/hand-store';
import { Pick } from '../controls/Pick';

/** Whose colours a tool looks at. */
export function FromChoice() {
  const { pickedFrom, take } = useHand();
  return (
    <Pick
      label="Looks at"
      value={pickedFrom}
      options={[
        { value: 'layer', words: 'this layer' },
        { value: 'composition', words: 'composition' },
      ]}
      onChoose={(from) => take({ pickedFrom: from })}
    />
  );
}
