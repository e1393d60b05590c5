import { differencesSaid, EMPTY_HISTORY, goTo, takeState } from '@diplex/document';
import {
  IconBookmark,
  IconCopyPlus,
  IconEye,
  IconGitCompare,
  IconTrash,
} from '@tabler/icons-react';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { type NamedState, useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { tellProblem } from '../bench/notice-store';
import { openPage } from '../bench/page-navigation';
import { workSettled } from '../bench/pending-work';
import { useVersions } from '../bench/versions-store';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { PlainButton } from '../controls/PlainButton';
import { wordsOf } from '../link/problem';
import { server, type Version } from '../link/server';
import { SmallPicture } from '../picture/SmallPicture';

/** So many states are shown at first, and more at a time. */
const SHOWN = 16;

/** The states from a position of the history back, newest first. */
function statesFrom(
  {
    composition,
    history,
  }: Pick<ReturnType<typeof useComposition.getState>, 'composition' | 'history'>,
  count: number,
): NamedState[] {
  const states: NamedState[] = [];
  let at = { composition, history };
  const last = history.entries.length;
  for (let position = last; position >= 0 && states.length < count; position--) {
    at = goTo(at.composition, at.history, position);
    const words = history.entries[position - 1]?.words ?? 'The beginning';
    states.push({ position, words, composition: at.composition });
  }
  return states;
}

/** Opens a state as a composition of its own, under the title and what it came from. */
async function openState({ words, composition, position }: NamedState): Promise<void> {
  const { history } = useComposition.getState();
  const title = `${composition.title}, ${words}`.slice(0, 200);
  // A version has no history of its own.
  const own =
    position === null ? EMPTY_HISTORY : { entries: history.entries.slice(0, position), position };
  try {
    const { id } = await server.keepCopy(title, composition, own);
    openPage(`/c/${id}/arrange`);
  } catch (error) {
    tellProblem(wordsOf(error));
  }
}

interface StateCardProps {
  readonly state: NamedState;
  readonly present: boolean;
  /** Makes it the present state; a version takes its place as a step that can be undone. */
  readonly onGo: () => void;
  readonly children?: ReactNode;
}

function StateCard({ state, present, onGo, children }: StateCardProps) {
  const { words, composition } = state;
  const compared = useCompare(({ before }) => before?.composition === composition);
  const { show } = useComposition.getState();
  const { width, height } = composition.canvas;
  const see = () => show(composition);
  const leave = () => show(null);
  return (
    <li
      data-testid={state.position === null ? 'version' : 'state'}
      aria-current={present ? 'step' : undefined}
      className={`grid w-[132px] shrink-0 grid-rows-[58px_30px_26px] rounded-md p-1 ${present ? 'bg-held' : 'bg-base-200'}`}
    >
      <button
        type="button"
        title={`Go to: ${words}`}
        className="grid cursor-pointer place-items-center overflow-hidden rounded"
        onClick={onGo}
      >
        <SmallPicture
          composition={composition}
          part={{ x: 0, y: 0, width, height }}
          width={124}
          height={58}
        />
        <span className="sr-only">Go to: {words}</span>
      </button>
      <div className="line-clamp-2 text-[11px] leading-[14px]">{children ?? words}</div>
      <div className="flex items-center">
        <button
          type="button"
          title="Hold to see this state only"
          aria-label={`Hold to see: ${words}`}
          className="grid size-6 cursor-pointer place-items-center text-quiet hover:text-base-content"
          onPointerDown={see}
          onPointerUp={leave}
          onPointerLeave={leave}
          onKeyDown={(event) => event.key === ' ' && see()}
          onKeyUp={leave}
        >
          <IconEye size={15} aria-hidden />
        </button>
        <IconButton
          small
          icon={IconGitCompare}
          words={compared ? 'Compare with the beginning again' : `Compare with: ${words}`}
          pressed={compared}
          onPress={() => useCompare.getState().set({ before: compared ? null : state })}
        />
        <IconButton
          small
          icon={IconCopyPlus}
          words={`Open as a composition of its own: ${words}`}
          onPress={() => void openState(state)}
        />
        {state.position === null ? (
          <RemoveVersion words={words} composition={composition} />
        ) : (
          <IconButton
            small
            icon={IconBookmark}
            words={`Name as a version: ${words}`}
            onPress={() => void useVersions.getState().keep(words.slice(0, 200), composition)}
          />
        )}
      </div>
    </li>
  );
}

function RemoveVersion({ words, composition }: Pick<NamedState, 'words' | 'composition'>) {
  const { versions, remove } = useVersions();
  const version = versions.find(({ document }) => document === composition);
  if (!version) return null;
  return (
    <IconButton
      small
      icon={IconTrash}
      words={`Take the version away: ${words}`}
      onPress={() => void remove(version)}
    />
  );
}

/** A version among the states: its name can be changed in place. */
function VersionCard({ version }: { readonly version: Version }) {
  const { id, name, document } = version;
  const state: NamedState = { position: null, words: name, composition: document };
  return (
    <StateCard
      state={state}
      present={false}
      onGo={() =>
        useComposition.getState().perform(takeState, { state: document, words: `Took ${name}` })
      }
    >
      <EditableText
        label={`Name of the version ${name}`}
        value={name}
        onSet={(next) => void useVersions.getState().rename(id, next)}
        className="font-semibold"
      />
    </StateCard>
  );
}

/** How the present state differs from the one that it is compared with, in words. */
function Differences() {
  const composition = useComposition((state) => state.composition);
  const before = useCompare((state) => state.before);
  if (!before) return null;
  const said = differencesSaid(before.composition, composition);
  return (
    <li
      data-testid="differences"
      className="w-[220px] shrink-0 overflow-y-auto rounded-md bg-base-200 p-1.5 text-[11.5px]"
    >
      <p className="font-semibold">Since {before.words}</p>
      <ul className="text-quiet">
        {said.map((each) => (
          <li key={each}>{each}</li>
        ))}
        {said.length === 0 && <li>Nothing differs.</li>}
      </ul>
    </li>
  );
}

/** The states of the composition, newest first, in a drawer under the title. */
export function HistoryDrawer() {
  const composition = useComposition((state) => state.composition);
  const history = useComposition((state) => state.history);
  const [count, setCount] = useState(SHOWN);
  const { versions, load } = useVersions();
  useEffect(() => void load(), [load]);
  const states = useMemo(
    () => statesFrom({ composition, history }, count),
    [composition, history, count],
  );
  return (
    <section
      aria-label="History"
      style={{ gridArea: 'strip' }}
      className="z-2 overflow-x-auto border-edge border-b bg-base-100 px-2 py-0.5"
    >
      <ol className="flex items-stretch gap-1.5">
        <Differences />
        {versions.map((version) => (
          <VersionCard key={version.id} version={version} />
        ))}
        {versions.length > 0 && <li aria-hidden className="w-px shrink-0 bg-line" />}
        {states.map((state) => (
          <StateCard
            key={state.position}
            state={state}
            present={state.position === history.position}
            onGo={() =>
              void workSettled().then(() => useComposition.getState().goTo(state.position ?? 0))
            }
          />
        ))}
        {states.length <= history.entries.length && (
          <li className="self-center">
            <PlainButton words="Older" onPress={() => setCount(count + SHOWN)} />
          </li>
        )}
      </ol>
    </section>
  );
}
