import { RANGES } from '@diplex/document';
import { Amount } from '../controls/Amount';

interface EdgeAmountProps {
  readonly value: number;
  readonly onChoose: (pixels: number) => void;
}

interface InPixelsProps extends EdgeAmountProps {
  readonly label: string;
  readonly title?: string;
  readonly range: (typeof RANGES)['edgeBand' | 'strands' | 'patches'];
}

/** An amount of an edge, in pixels of the mask; nothing is worked out before it is asked for. */
function InPixels({ title, onChoose, ...shown }: InPixelsProps) {
  return (
    <div title={title}>
      <Amount {...shown} step={1} unit="px" curve={2} onTry={onChoose} onSet={onChoose} />
    </div>
  );
}

/** How wide the band along an edge is that is worked out. */
export function BandAmount(props: EdgeAmountProps & { readonly label: string }) {
  return <InPixels {...props} range={RANGES.edgeBand} />;
}

/** From which width on patches are no hair, and stay as they were before the edge was solved; at 0 none do. */
export function PatchesAmount(props: EdgeAmountProps) {
  const title =
    'Solid patches outside that are at least this wide are no hair and stay out; ones inside that show through and are twice as wide are closed. At 0 all stay as they were solved';
  return <InPixels {...props} label="Patches" title={title} range={RANGES.patches} />;
}

/** How far hairs and whiskers that leave the cut are looked for, to be solved with its edge; none at 0. */
export function StrandsAmount(props: EdgeAmountProps) {
  const title =
    'How far hairs and whiskers that leave the cut are looked for; they are solved with its edge';
  return <InPixels {...props} label="Strands" title={title} range={RANGES.strands} />;
}
