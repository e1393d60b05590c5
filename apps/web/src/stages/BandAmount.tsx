import { RANGES } from '@diplex/document';
import { Amount } from '../controls/Amount';

interface BandAmountProps {
  readonly label: string;
  readonly value: number;
  readonly onChoose: (band: number) => void;
}

/** How wide the band along an edge is that is worked out; nothing is worked out before it is asked for. */
export function BandAmount({ label, value, onChoose }: BandAmountProps) {
  return (
    <Amount
      {...{ label, value, step: 1, unit: 'px', curve: 2 }}
      range={RANGES.edgeBand}
      onTry={onChoose}
      onSet={onChoose}
    />
  );
}

interface PatchesAmountProps {
  readonly value: number;
  readonly onChoose: (patches: number) => void;
}

/** From which width on patches are no hair, and stay as they were before the edge was solved; at 0 none do. */
export function PatchesAmount({ value, onChoose }: PatchesAmountProps) {
  return (
    <div title="Solid patches outside that are at least this wide are no hair and stay out; ones inside that show through and are twice as wide are closed. At 0 all stay as they were solved">
      <Amount
        {...{ label: 'Patches', value, step: 1, unit: 'px', curve: 2 }}
        range={RANGES.patches}
        onTry={onChoose}
        onSet={onChoose}
      />
    </div>
  );
}

interface StrandsAmountProps {
  readonly value: number;
  readonly onChoose: (strands: number) => void;
}

/** How far hairs and whiskers that leave the cut are looked for, to be solved with its edge; none at 0. */
export function StrandsAmount({ value, onChoose }: StrandsAmountProps) {
  return (
    <div title="How far hairs and whiskers that leave the cut are looked for; they are solved with its edge">
      <Amount
        {...{ label: 'Strands', value, step: 1, unit: 'px', curve: 2 }}
        range={RANGES.strands}
        onTry={onChoose}
        onSet={onChoose}
      />
    </div>
  );
}
