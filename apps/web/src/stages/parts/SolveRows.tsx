import { USUAL_BAND } from '@diplex/core';
import type { PickedPart } from '@diplex/document';
import { useState } from 'react';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { finishPick } from '../../picks/run-pick';
import { BandAmount, PatchesAmount, StrandsAmount } from '../BandAmount';

/** The unsure band along a cut, and whether its alpha is solved. */
export function SolveRows({ part }: { readonly part: PickedPart }) {
  const [chosen, choose] = useState<number | null>(null);
  const [chosenStrands, chooseStrands] = useState<number | null>(null);
  const [chosenPatches, choosePatches] = useState<number | null>(null);
  const { recipe } = part;
  const ofMask = recipe.by === 'edge';
  const hard = ofMask && recipe.way === 'hard';
  const strands = chosenStrands ?? part.strands ?? 0;
  const patches = chosenPatches ?? part.patches ?? 0;
  const band = chosen ?? part.solved ?? USUAL_BAND[ofMask ? recipe.way : 'hairs'];
  const solved = part.solved !== undefined && part.solved !== null;
  const found = ofMask ? 'of all parts before it' : solved ? 'solved' : 'as it was cut';
  return (
    <Section title="Edge band" aside={found}>
      <BandAmount label="Width" value={band} onChoose={choose} />
      {!hard && <StrandsAmount value={strands} onChoose={chooseStrands} />}
      {ofMask && !hard && <PatchesAmount value={patches} onChoose={choosePatches} />}
      <div className="mt-1.5 grid grid-cols-2 gap-1.5">
        <PlainButton
          words={solved ? 'Solve again' : 'Solve'}
          hint="Works out how far each pixel of the band, and what is marked as unsure, belongs to the thing"
          onPress={() =>
            finishPick({
              solved: band,
              ...(!hard && { strands }),
              ...(ofMask && !hard && { patches }),
            })
          }
        />
        {!ofMask && (
          <PlainButton
            words="As cut"
            hint="Goes back to the plain cut; the marks stay"
            disabled={!solved}
            onPress={() => finishPick({ solved: null })}
          />
        )}
      </div>
    </Section>
  );
}

/** Islands and holes that are left out. */
export function SpecksRows({ part }: { readonly part: PickedPart }) {
  return (
    <Section title="Specks and holes" aside={part.name}>
      <Amount
        label="Under"
        value={part.specks ?? 0}
        min={0}
        max={20_000}
        step={1}
        unit="px"
        curve={3}
        onTry={() => undefined}
        onSet={(specks) => finishPick({ specks })}
      />
    </Section>
  );
}
