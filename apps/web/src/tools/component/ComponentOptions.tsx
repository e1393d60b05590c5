import { Choice } from '../../controls/Choice';
import { PlainButton } from '../../controls/PlainButton';
import { RadiusAmount } from '../../controls/RadiusAmount';
import { useComponenting } from './settings';

/** What the Component tool does with the pointer, and the view of all components. */
export function ComponentOptions() {
  const componenting = useComponenting();
  const { set } = componenting;
  const samples = componenting.act === 'keep' || componenting.act === 'drop';
  return (
    <>
      <Choice
        label="The pointer sets"
        value={componenting.act}
        options={[
          { value: 'keep', words: 'keep', hint: 'Samples what belongs to the thing' },
          { value: 'drop', words: 'drop', hint: 'Samples what does not' },
          {
            value: 'black',
            words: 'black',
            means: 'black point',
            hint: 'Drag over what should just vanish',
          },
          {
            value: 'white',
            words: 'white',
            means: 'white point',
            hint: 'Drag over what should be whole',
          },
        ]}
        onChoose={(act) => set({ act })}
      />
      {samples && (
        <RadiusAmount
          radius={componenting.radius}
          from={2}
          to={400}
          onSet={(radius) => set({ radius })}
        />
      )}
      <PlainButton
        words="Component view"
        hint="All components of the same place, side by side at 100 %"
        pressed={componenting.panels}
        onPress={() => set({ panels: !componenting.panels })}
      />
    </>
  );
}
