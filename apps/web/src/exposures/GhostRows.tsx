import type { Layer } from '@diplex/document';
import { IconGhost2 } from '@tabler/icons-react';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import { framesOf } from './fuse-exposures';
import { frameShowing, giveTo, useGhosts } from './ghosts-store';

/** Where the exposures do not show the same, each place to be given to one of them. */
export function GhostRows({ group }: { readonly group: Layer }) {
  const { ghosts, group: looked, find, point } = useGhosts();
  const frames = framesOf(group);
  const found = looked === group.id ? ghosts : [];
  return (
    <div className="mt-1.5 grid gap-1">
      <PlainButton
        icon={IconGhost2}
        words="Find where they disagree"
        hint="Outlines what moved between the exposures: water, leaves, people"
        onPress={() => find(group)}
      />
      {found.map((ghost) => {
        const shown = frameShowing(group, ghost);
        return (
          <fieldset
            key={ghost.name}
            aria-label={ghost.name}
            data-testid="ghost"
            onPointerEnter={() => point(ghost.name)}
            onPointerLeave={() => point(null)}
            onFocus={() => point(ghost.name)}
            onBlur={() => point(null)}
          >
            <Pick
              label={`${ghost.name}, ${(ghost.share * 100).toFixed(1)} % of the frame, from`}
              value={shown ?? ''}
              options={[
                ...(shown ? [] : [{ value: '', words: 'as it is blended' }]),
                ...frames.map(({ id, name }) => ({ value: id, words: name })),
              ]}
              onChoose={(id) => id && giveTo(group, ghost, id)}
            />
          </fieldset>
        );
      })}
    </div>
  );
}
