import { Choice } from '../../controls/Choice';
import { useFraming } from './settings';

/** How boxes and ovals are drawn out. */
export function FrameOptions() {
  const { from: begins, shape: form, set } = useFraming();
  return (
    <>
      <Choice
        label="Drawn from"
        value={begins}
        options={[
          { value: 'corner', words: 'from corner' },
          { value: 'centre', words: 'from centre', hint: 'Alt turns this round while held' },
        ]}
        onChoose={(from) => set({ from })}
      />
      <Choice
        label="Shape"
        value={form}
        options={[
          { value: 'free', words: 'free' },
          { value: 'square', words: 'square', hint: 'Shift turns this round while held' },
        ]}
        onChoose={(shape) => set({ shape })}
      />
    </>
  );
}
