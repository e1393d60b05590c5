import type { Layer } from '@diplex/document';
import { multiply, scaling } from '@diplex/document';
import type { Candidate } from '@diplex/sight';
import { IconFocus2, IconX } from '@tabler/icons-react';
import { useHand } from '../bench/hand-store';
import { maskInHand } from '../bench/mask-in-hand';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { findSubject, useFind } from '../find/find-store';
import { coverageImage } from '../picks/coverage-image';
import { commitLikely } from '../picks/run-pick';

/** Lays where a candidate is likely to be over the picture. */
function lay({ likely, width, height }: Candidate): void {
  const target = maskInHand();
  if (!target) return;
  const { size } = target;
  const image = coverageImage(width, height, (p) => (likely[p] as number) * 0.8);
  const map = multiply(target.matrix, scaling(size.width / width, size.height / height));
  useHand.getState().take({ draft: { kind: 'coverage', image, map } });
}

function clear(): void {
  if (useHand.getState().draft?.kind === 'coverage') useHand.getState().take({ draft: null });
}

async function choose(candidate: Candidate): Promise<void> {
  const { name, confidence } = candidate;
  useFind.getState().forget();
  clear();
  await commitLikely(candidate, { by: 'subject', name, confidence });
}

/** One press for a first guess: what was found, how sure it is, and which of it to cut out. */
export function FindSubject({ layer }: { readonly layer: Layer }) {
  const found = useFind();
  const offered = found.layer === layer.id;
  return (
    <Section>
      <button
        type="button"
        onClick={() => void findSubject()}
        title="A first guess, without a stroke (D)"
        className="flex h-8 w-full cursor-pointer items-center justify-center gap-1.5 rounded-lg bg-secondary text-[12.5px] text-secondary-content hover:brightness-110"
      >
        <IconFocus2 size={16} aria-hidden /> Find subject
      </button>
      {offered && (
        <div className="mt-2" role="status">
          <div className="flex items-center text-[12px] text-quiet">
            {found.candidates.length > 0
              ? 'Choose what to cut out:'
              : 'Nothing is sure enough to offer. Sweep over the thing instead.'}
            <span className="ml-auto">
              <IconButton
                small
                icon={IconX}
                words="Leave it"
                onPress={() => {
                  clear();
                  found.forget();
                }}
              />
            </span>
          </div>
          <ul aria-label="Found subjects" className="mt-1 grid gap-1">
            {found.candidates.map((candidate) => (
              <li key={`${candidate.name} ${candidate.box.x}`}>
                <button
                  type="button"
                  onPointerEnter={() => lay(candidate)}
                  onPointerLeave={clear}
                  onFocus={() => lay(candidate)}
                  onBlur={clear}
                  onClick={() => void choose(candidate)}
                  className="flex h-8 w-full cursor-pointer items-center rounded-md bg-base-200 px-2 text-[12.5px] hover:bg-held focus-visible:bg-held"
                >
                  {candidate.name}
                  <span className="ml-auto text-faint">
                    {Math.round(candidate.confidence * 100)} % sure
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </Section>
  );
}
