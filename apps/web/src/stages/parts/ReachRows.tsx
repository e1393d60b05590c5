import type { ReachPoint } from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { Choice } from '../../controls/Choice';
import { IconButton } from '../../controls/IconButton';
import { Section } from '../../controls/Inspector';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { ProtectInside } from '../../tools/reach/ProtectInside';
import { setReachPoints } from '../../tools/reach/reach-tool';
import type { RecipeRowsProps } from './recipe-kind';

/** The points that a part was reached from, each with its likeness. */
export function ReachRows({ part, recipe: { points } }: RecipeRowsProps<'reach'>) {
  const change = (index: number, with_: Partial<ReachPoint>) =>
    setReachPoints(points.map((point, i) => (i === index ? { ...point, ...with_ } : point)));
  return (
    <Section name="reach points" title={part.name} aside="reach points">
      <ul aria-label="Reach points" className="grid gap-1.5">
        {points.map((point, index) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a point is known by its place in the list
            key={index}
            className="rounded-md bg-base-200 px-2 py-1"
          >
            <div className="flex items-center gap-1.5 text-[12px] text-quiet">
              <b className="font-semibold">{index + 1}</b>
              {index === 0 ? 'begins' : point.combine}
              <Choice
                label={`Spread of point ${index + 1}`}
                value={point.spread}
                options={[
                  { value: 'touching', words: 'touching' },
                  { value: 'everywhere', words: 'everywhere' },
                ]}
                onChoose={(spread) => change(index, { spread })}
              />
              {points.length > 1 && index > 0 && (
                <IconButton
                  small
                  icon={IconTrash}
                  words={`Delete point ${index + 1}`}
                  onPress={() => setReachPoints(points.toSpliced(index, 1))}
                />
              )}
            </div>
            <LikenessAmount
              label="Tolerance"
              value={point.tolerance}
              onSet={(tolerance) => change(index, { tolerance })}
            />
            <LikenessAmount
              label="Skirt"
              value={point.skirt}
              onSet={(skirt) => change(index, { skirt })}
            />
            <ProtectInside
              inside={point.inside}
              onSet={(inside) =>
                setReachPoints(
                  points.map((each, i) => {
                    const { inside: _, ...rest } = each;
                    if (i !== index) return each;
                    return inside === undefined ? rest : { ...rest, inside };
                  }),
                )
              }
            />
          </li>
        ))}
      </ul>
    </Section>
  );
}
