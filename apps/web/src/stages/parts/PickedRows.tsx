import type { Layer, PickedPart } from '@diplex/document';
import { IconRefresh } from '@tabler/icons-react';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { useOutdated } from '../../picks/outdated';
import { finishPick } from '../../picks/run-pick';
import type { PartRowsProps } from './part-kind';
import { recipeKind } from './recipe-kinds';

/** What a part was picked by, with its amounts, and whether that is how the picture still looks. */
export function PickedRows({ layer, part }: PartRowsProps<'picked'>) {
  const { Rows } = recipeKind(part.recipe);
  if (!Rows) return null;
  return (
    <>
      <OutdatedNote layer={layer} part={part} />
      <Rows part={part} recipe={part.recipe} />
    </>
  );
}

/** Says that the picture under a part has changed, and works the part out again on demand. */
function OutdatedNote({ layer, part }: { readonly layer: Layer; readonly part: PickedPart }) {
  if (!useOutdated(layer, part)) return null;
  return (
    <Section
      name="outdated"
      title={part.name}
      aside={part.recipe.by === 'edge' ? 'outdated' : 'picture has changed'}
    >
      <p className="mb-1.5 text-[12px] text-quiet">
        {part.recipe.by === 'edge'
          ? 'The parts before it, or the picture under the mask, are not what it was worked out from.'
          : 'It was worked out from a picture that looks otherwise now or lies elsewhere under the mask.'}
      </p>
      <PlainButton
        words="Work out again"
        hint="Anew, from the picture and the mask as they are now"
        icon={IconRefresh}
        onPress={() => finishPick()}
      />
    </Section>
  );
}
