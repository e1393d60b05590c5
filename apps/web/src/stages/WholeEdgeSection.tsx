import { USUAL_BAND } from '@diplex/core';
import { EDGE_WAYS, type EdgeWay, type Layer, maskOf } from '@diplex/document';
import { IconBlendMode } from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { solveWholeEdge } from '../picks/run-pick';
import { BandAmount, PatchesAmount, StrandsAmount } from './BandAmount';

const MEANS: Readonly<Record<EdgeWay, string>> = {
  hairs:
    'Solves how far each pixel of a band along the edge belongs to the thing: hair, fur, cloth',
  hard: 'Works out from the colours on both sides how far the pixels of a hard edge are covered: rails, roofs, objects',
};

/** A hard edge has neither. */
const NOTHING = { strands: 0, patches: 0 };

/** Works the edge of a mask out anew, however its parts were made: the result is a part at the end of the list. */
export function WholeEdgeSection({ layer }: { readonly layer: Layer }) {
  const mask = useComposition((state) => maskOf(state.composition, layer));
  const [way, setWay] = useState<EdgeWay>('hairs');
  const [chosen, choose] = useState<number | null>(null);
  const [strands, setStrands] = useState(0);
  const [patches, setPatches] = useState(0);
  const last = mask?.parts.at(-1);
  const recipe = last?.kind === 'picked' ? last.recipe : null;
  // One cut alone has a band of its own, and an edge that was worked out already is changed where it stands.
  const alone = mask?.parts.length === 1 && (recipe?.by === 'sweep' || recipe?.by === 'marks');
  if (!mask || mask.parts.length === 0 || alone || recipe?.by === 'edge') return null;
  const band = chosen ?? USUAL_BAND[way];
  return (
    <Section title="Edge of the whole mask" begins="open">
      <Choice
        label="What the edge is like"
        value={way}
        options={EDGE_WAYS.map((each) => ({ value: each, words: each, hint: MEANS[each] }))}
        onChoose={(next) => {
          setWay(next);
          choose(null);
        }}
      />
      <BandAmount label="Band" value={band} onChoose={choose} />
      {way === 'hairs' && (
        <>
          <StrandsAmount value={strands} onChoose={setStrands} />
          <PatchesAmount value={patches} onChoose={setPatches} />
        </>
      )}
      <div className="mt-1.5">
        <PlainButton
          icon={IconBlendMode}
          words="Solve the edge"
          hint={MEANS[way]}
          disabled={layer.locked}
          onPress={() =>
            solveWholeEdge({ way, band, ...(way === 'hairs' ? { strands, patches } : NOTHING) })
          }
        />
      </div>
    </Section>
  );
}
