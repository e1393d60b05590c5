import { sourcesOf } from '@diplex/document';
import { useEffect } from 'react';
import { DELIVER_TOOLS } from '../actions/deliver-tools';
import { useComposition } from '../bench/composition-store';
import { fileInHand, useDeliveries } from '../bench/deliver-store';
import { useShelf } from '../bench/shelf-store';
import { Inspector, Section } from '../controls/Inspector';
import { ChecksSection, findingsInWords, useFindings } from '../deliver/ChecksSection';
import { findingsNow } from '../deliver/checks/run-checks';
import { FileList } from '../deliver/FileList';
import { FileRows } from '../deliver/FileRows';
import { FileWordsRows } from '../deliver/FileWordsRows';
import { CONTENTS, endingOf, formatsFor, requestOf } from '../deliver/file-kinds';
import { PastDeliveries } from '../deliver/PastDeliveries';
import { RecipeSection } from '../deliver/recipe/RecipeSection';
import { Tray } from '../frame/Tray';

/** Files of the composition, in every form that is wanted, with the credits of what was used. */
export function DeliverStage() {
  const id = useComposition((state) => state.id);
  const state = useDeliveries();
  const file = fileInHand(state);
  const { load } = state;
  useEffect(() => {
    if (id) void load();
  }, [id, load]);
  const count = state.files.length;
  return (
    <>
      <Tray
        sentence={
          <>
            Makes {count === 1 ? 'one file' : `${count} files`}; in hand is{' '}
            <b>{CONTENTS[file.contents].words}</b> as .{endingOf(file)}. The composition stays as it
            is.
          </>
        }
        tools={DELIVER_TOOLS}
        inHand={formatsFor(file.contents).length > 0 ? `format-${file.format ?? 'png'}` : null}
      >
        <DeliverButton />
      </Tray>
      <Inspector>
        <ChecksSection />
        <FileList />
        <FileRows />
        <FileWordsRows />
        <PastDeliveries />
        <RecipeSection />
        <Credits />
      </Inspector>
    </>
  );
}

function DeliverButton() {
  const { files, deliver } = useDeliveries();
  const { findings } = useFindings();
  return (
    <>
      <button
        type="button"
        className="btn btn-primary"
        onClick={() =>
          void deliver(
            files.map(requestOf),
            findingsNow().map(({ words }) => words),
          )
        }
      >
        {files.length === 1 ? 'Deliver the file' : `Deliver ${files.length} files`}
      </button>
      {findings.length > 0 && (
        <p className="text-[12px] text-quiet">Checks: {findingsInWords(findings)}</p>
      )}
    </>
  );
}

/** Who is to be credited, and for what; it goes into the file's metadata. */
function Credits() {
  const composition = useComposition((state) => state.composition);
  const sources = useShelf((state) => state.sources);
  const used = sourcesOf(composition)
    .map((hash) => sources.find((source) => source.hash === hash))
    .filter((source) => source !== undefined);
  return (
    <Section title="Credits" aside="written into the file">
      <ul className="grid select-text gap-2 text-[12.5px]">
        {used.map((source) => (
          <li key={source.hash}>
            {source.title}
            <span className="block text-[11.5px] text-faint">
              {source.credit || 'no credit known'} · {source.rights || 'no rights known'}
              {source.terms === 'credited' && ' · its credit is asked for'}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
