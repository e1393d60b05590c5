import { layerById } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { takeLayer } from '../../bench/take-layer';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { type CheckedThing, useChecks } from './check-store';
import { checkThings } from './check-things';

/** So many rows are told of a thing. */
const TOLD = 3;

function said({ reading, floats, halo, eyeOff }: CheckedThing): string {
  const rows = reading.disagreements
    .slice(0, TOLD)
    .map(({ row, compared }) => `${row.words} ${row.said(compared)}`);
  const all = [
    ...(floats ? ['no shadow where it stands'] : []),
    ...(halo > 0 ? [`a halo of ${halo.toFixed(1)}`] : []),
    ...(eyeOff === 0
      ? []
      : [`horizon off by ${Math.abs(eyeOff)} px, too ${eyeOff > 0 ? 'low' : 'high'}`]),
    ...rows,
  ];
  return all.length > 0 ? all.join(', ') : 'agrees in every row';
}

/** All pasted things and how far they agree with their scene, the worst first; a press takes one in hand. */
export function CheckSection() {
  const composition = useComposition((state) => state.composition);
  const inHand = useHand((state) => state.layer);
  const { of, things } = useChecks();
  const there = things.flatMap((thing) => {
    const layer = layerById(composition, thing.layer);
    return layer ? [{ thing, layer }] : [];
  });
  const stale = of !== null && of !== composition;
  return (
    <Section
      title="Check"
      begins="folded"
      aside={there.length === 0 ? undefined : stale ? 'changed since' : 'the worst first'}
    >
      <PlainButton
        words={there.length > 0 ? 'Check again' : 'Check every pasted thing'}
        hint="Compares each layer that is cut out with its scene"
        onPress={checkThings}
      />
      {there.length > 0 && (
        <>
          <ol aria-label="Pasted things" className="mt-1.5 grid gap-px">
            {there.map(({ thing, layer }) => (
              <li key={layer.id}>
                <button
                  type="button"
                  aria-pressed={layer.id === inHand}
                  onClick={() => takeLayer(layer.id)}
                  className="grid w-full cursor-pointer gap-0.5 rounded-md px-1.5 py-1 text-left text-[12px] text-quiet hover:bg-base-200 aria-pressed:bg-neutral aria-pressed:text-neutral-content"
                >
                  <span className="flex">
                    <b className="flex-1 truncate font-semibold">{layer.name}</b>
                    <span className="tabular-nums">{Math.round(100 * thing.reading.share)} %</span>
                  </span>
                  <span>{said(thing)}</span>
                </button>
              </li>
            ))}
          </ol>
          <p className="mt-1 text-[11.5px] text-faint">
            H takes the next in hand, Shift H the one before.
          </p>
        </>
      )}
    </Section>
  );
}
