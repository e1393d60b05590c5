import type { PickedPart, Recipe } from '@diplex/document';
import { counted } from '../../controls/counted';
import { ReachRows } from './ReachRows';
import type { RecipeKind } from './recipe-kind';
import { SolveRows, SpecksRows } from './SolveRows';

function CutRows({ part }: { readonly part: PickedPart }) {
  return (
    <>
      <SolveRows part={part} />
      <SpecksRows part={part} />
    </>
  );
}

/** Every way of picking by its name. */
const RECIPE_KINDS: { readonly [By in Recipe['by']]: RecipeKind<By> } = {
  reach: {
    fact: ({ points }) => counted(points.length, 'point'),
    Rows: (props) => (
      <>
        <ReachRows {...props} />
        <SpecksRows part={props.part} />
      </>
    ),
  },
  sweep: {
    fact: ({ box, strokes }) =>
      box && strokes.length === 0 ? 'box' : counted(strokes.length, 'sweep'),
    Rows: CutRows,
  },
  marks: { fact: ({ marks }) => counted(marks.length, 'mark'), Rows: CutRows },
  edge: {
    fact: ({ way }) => way,
    // A hard edge has no islands to leave out.
    Rows: ({ part, recipe }) =>
      recipe.way === 'hard' ? <SolveRows part={part} /> : <CutRows part={part} />,
  },
  subject: { fact: ({ confidence }) => `${Math.round(confidence * 100)} % sure` },
  laid: { fact: ({ of }) => `from ${of}` },
};

/** The way of picking of a recipe, which takes any recipe made that way. */
export function recipeKind(recipe: Recipe): RecipeKind<Recipe['by']> {
  return RECIPE_KINDS[recipe.by] as RecipeKind<Recipe['by']>;
}
