import { useMemo } from 'react';
import { useComposition } from '../bench/composition-store';
import { useDeliveries } from '../bench/deliver-store';
import { goToStage } from '../bench/navigation';
import { useShelf } from '../bench/shelf-store';
import { counted } from '../controls/counted';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { type Finding, WEIGHTS, type Weight } from './checks/check';
import { useDeliveryChecks } from './checks/check-store';
import { checkPixels, findingsOf, lookAtFinding } from './checks/run-checks';

const SAID: Readonly<Record<Weight, { words: string; style: string }>> = {
  wrong: { words: 'Wrong', style: 'bg-error text-error-content' },
  doubtful: { words: 'Doubtful', style: 'bg-warning text-warning-content' },
  look: { words: 'Look', style: 'bg-neutral text-neutral-content' },
};

/** What was found, kept up with every change of the document. */
export function useFindings(): { findings: readonly Finding[]; state: 'none' | 'now' | 'changed' } {
  const composition = useComposition((state) => state.composition);
  const sources = useShelf((state) => state.sources);
  const files = useDeliveries((state) => state.files);
  const { of, long } = useDeliveryChecks();
  const state = of === null ? 'none' : of === composition ? 'now' : 'changed';
  const findings = useMemo(
    () => findingsOf({ composition, sources, files }, state === 'now' ? long : []),
    [composition, sources, files, long, state],
  );
  return { findings, state };
}

/** How many there are of each weight, in words. */
export function findingsInWords(findings: readonly Finding[]): string {
  const counts = WEIGHTS.map((weight) => ({
    ...{ weight, count: findings.filter((each) => each.weight === weight).length },
  })).filter(({ count }) => count > 0);
  if (counts.length === 0) return 'nothing found';
  return counts
    .map(({ weight, count }) => `${count} ${weight === 'look' ? 'to look at' : weight}`)
    .join(', ');
}

/** The last checks: what may be the matter, the worst first. Nothing is forbidden by them. */
export function ChecksSection() {
  const { findings, state } = useFindings();
  const looked = useDeliveryChecks((checks) => checks.looked);
  return (
    <Section title="Checks" aside={findingsInWords(findings)}>
      <PlainButton
        words={state === 'none' ? 'Look at the pixels, too' : 'Look at the pixels again'}
        hint="Halos, shadows, agreement with the scene, clipped lights and darks, faint lettering"
        onPress={checkPixels}
      />
      {state === 'changed' && (
        <p role="status" className="mt-1 text-[11.5px] text-faint">
          The picture changed since its pixels were looked at.
        </p>
      )}
      {state === 'now' && findings.length === 0 && (
        <p role="status" className="mt-1 text-[12.5px] text-quiet">
          Nothing was found.
        </p>
      )}
      <ol aria-label="Findings" className="mt-1.5 grid grid-cols-[minmax(0,1fr)] gap-1">
        {findings.map((finding) => (
          <li key={finding.words} className="grid justify-items-end gap-1">
            <button
              type="button"
              aria-pressed={finding.words === looked}
              title={finding.remedy}
              onClick={() => lookAtFinding(finding)}
              className="grid w-full cursor-pointer grid-cols-[auto_1fr] gap-x-2 rounded-md bg-base-200 px-2 py-1.5 text-left text-[12.5px] hover:bg-held aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-primary)]"
            >
              <span
                className={`h-fit rounded px-1 font-semibold text-[10.5px] ${SAID[finding.weight].style}`}
              >
                {SAID[finding.weight].words}
              </span>
              <span>
                {finding.words}
                <span className="block text-[11.5px] text-faint">{finding.remedy}</span>
              </span>
            </button>
            {finding.stage && finding.words === looked && (
              <GoThere finding={finding} stage={finding.stage} />
            )}
          </li>
        ))}
      </ol>
      {findings.length > 0 && (
        <p className="mt-1 text-[11.5px] text-faint">
          H looks at the next, Shift H at the one before. What is delivered all the same is kept
          with the delivery as let pass: {counted(findings.length, 'finding')}.
        </p>
      )}
    </Section>
  );
}

const STAGE_WORDS = {
  ...{ gather: 'Gather', cut: 'Cut', arrange: 'Arrange' },
  ...{ match: 'Match', finish: 'Finish', deliver: 'Deliver' },
} as const;

function GoThere({
  finding,
  stage,
}: {
  readonly finding: Finding;
  readonly stage: keyof typeof STAGE_WORDS;
}) {
  return (
    <PlainButton
      words={`Put it right at ${STAGE_WORDS[stage]}`}
      onPress={() => {
        lookAtFinding(finding);
        goToStage(stage);
      }}
    />
  );
}
