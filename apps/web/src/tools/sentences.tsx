import type { PickedPart } from '@diplex/document';
import type { ToolHome } from './tool-home';

type Sentence = NonNullable<ToolHome['Sentence']>;

/** Says whose mask is changed, what a part does, and how the tool is used. */
export function plainSentence(how: string): Sentence {
  return ({ whose, rule }) => (
    <>
      Changes {whose}: {rule}; {how}
    </>
  );
}

/** The same for a tool that goes on with what it picked. */
export function pickSentence(
  by: PickedPart['recipe']['by'],
  first: string,
  further: string,
): Sentence {
  return ({ whose, rule, part }) => {
    if (part?.kind === 'picked' && part.recipe.by === by) {
      return (
        <>
          Changes {part.name} in {whose}: {further}
        </>
      );
    }
    return (
      <>
        Changes {whose}: {rule.replace('what is inside', 'what is picked')}; {first}
      </>
    );
  };
}
