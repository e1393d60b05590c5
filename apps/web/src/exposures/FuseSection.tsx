import { FUSION, type FusionAmounts } from '@diplex/core';
import type { Layer } from '@diplex/document';
import { IconArrowsJoin } from '@tabler/icons-react';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { ShareAmount } from '../controls/ShareAmount';
import { framesOf, fuseExposures } from './fuse-exposures';
import { GhostRows } from './GhostRows';

const ROWS: readonly { readonly key: keyof FusionAmounts; readonly words: string }[] = [
  { key: 'contrast', words: 'Contrast' },
  { key: 'colour', words: 'Colour' },
  { key: 'exposedness', words: 'Well exposed' },
  { key: 'detail', words: 'Detail' },
];

/** Fuses the exposures of a group: what of them counts how much, and one press. */
export function FuseSection({ layer }: { readonly layer: Layer }) {
  // Which frames there are changes with the composition.
  useComposition((state) => state.composition);
  const [amounts, setAmounts] = useState(FUSION);
  const frames = framesOf(layer);
  if (frames.length === 0) return null;
  return (
    <Section title="Exposures" aside={`${frames.length} of one size`}>
      {ROWS.map(({ key, words }) => (
        <ShareAmount
          key={key}
          label={words}
          value={amounts[key]}
          most={2}
          onTry={(value) => setAmounts({ ...amounts, [key]: value })}
          onSet={(value) => setAmounts({ ...amounts, [key]: value })}
        />
      ))}
      <PlainButton
        icon={IconArrowsJoin}
        words="Fuse"
        hint="Gives each exposure a mask, so that together they show lights and darks; the masks can be painted on"
        onPress={() => fuseExposures(layer, amounts)}
      />
      <GhostRows group={layer} />
    </Section>
  );
}
