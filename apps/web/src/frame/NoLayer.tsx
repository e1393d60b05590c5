import { useWindow } from '../bench/window-store';
import { Section } from '../controls/Inspector';

/** What the inspector says while no layer is in hand. */
export function NoLayer() {
  return (
    <Section title="No layer in hand">
      <p className="text-[12.5px] text-quiet">
        Choose a card in the depth strip, or add a layer from the shelf.
      </p>
      <button
        type="button"
        className="btn btn-primary btn-sm mt-3 w-full"
        onClick={() => useWindow.getState().open('sources')}
      >
        Add a layer
      </button>
    </Section>
  );
}
