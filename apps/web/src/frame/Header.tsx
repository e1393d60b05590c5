import { renameComposition } from '@diplex/document';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconContrast2,
  IconHistory,
} from '@tabler/icons-react';
import { actionNamed } from '../actions/actions';
import { COMPARE_WAYS, type CompareWay, useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { useJobs } from '../bench/job-store';
import { useWindow } from '../bench/window-store';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { JobLine } from './JobLine';
import { SavedMark } from './SavedMark';

const WAY_WORDS: Readonly<Record<CompareWay, string>> = {
  ...{
    held: 'by key',
    split: 'split',
    beside: 'side by side',
    flicker: 'flicker',
    difference: 'difference',
  },
};

/** Title, saved state, undo and redo, compare, and the job line. */
export function Header() {
  const { title, canvas } = useComposition((state) => state.composition);
  const history = useComposition((state) => state.history);
  const comparing = useHand((state) => state.comparing);
  const take = useHand((state) => state.take);
  const { way, before } = useCompare();
  const busy = useJobs((state) => state.running.length > 0);
  const drawer = useWindow((state) => state.drawer);
  const { perform } = useComposition.getState();
  const done = history.entries[history.position - 1];
  const undone = history.entries[history.position];
  const release = () => take({ comparing: false });
  return (
    <header
      style={{ gridArea: 'head' }}
      className="flex items-center gap-2.5 border-edge border-b bg-base-100 px-3 text-[12px] text-faint"
    >
      <EditableText
        label="Title"
        value={title}
        onSet={(next) => perform(renameComposition, { title: next })}
        className="max-w-[260px] font-semibold text-[14.5px] text-base-content"
      />
      <button
        type="button"
        title="Canvas size and mixing"
        onClick={() => useWindow.getState().open('canvas')}
        className="cursor-pointer whitespace-nowrap rounded px-1 hover:text-base-content"
      >
        {canvas.width} × {canvas.height}
      </button>
      <span className="whitespace-nowrap">
        <SavedMark />
      </span>
      <IconButton
        icon={IconArrowBackUp}
        words={done ? `Undo: ${done.words} (Ctrl Z)` : 'Nothing to undo'}
        disabled={!done}
        onPress={actionNamed('undo').run}
      />
      <IconButton
        icon={IconArrowForwardUp}
        words={undone ? `Redo: ${undone.words} (Ctrl Shift Z)` : 'Nothing to redo'}
        disabled={!undone}
        onPress={actionNamed('redo').run}
      />
      <button
        type="button"
        aria-pressed={comparing}
        title={`Hold to see it ${before ? `after: ${before.words}` : 'as it was when you opened it'}`}
        onPointerDown={() => take({ comparing: true })}
        onPointerUp={release}
        onPointerLeave={release}
        onKeyDown={(event) => event.key === ' ' && take({ comparing: true })}
        onKeyUp={release}
        className="flex h-7 shrink-0 cursor-pointer items-center gap-1.5 rounded-md bg-base-300 px-2.5 text-[12.5px] text-quiet aria-pressed:bg-neutral aria-pressed:text-neutral-content"
      >
        <IconContrast2 size={16} aria-hidden /> Compare
        <kbd className="rounded border border-neutral px-1 text-[10px]">hold C</kbd>
      </button>
      <select
        aria-label="How before and after are compared"
        value={way}
        className="h-7 w-[84px] cursor-pointer rounded-md bg-base-300 px-1.5 text-[12px] text-quiet"
        onChange={(event) => useCompare.getState().set({ way: event.target.value as CompareWay })}
      >
        {COMPARE_WAYS.map((each) => (
          <option key={each} value={each}>
            {WAY_WORDS[each]}
          </option>
        ))}
      </select>
      <IconButton
        icon={IconHistory}
        words="History (Alt H)"
        pressed={drawer}
        onPress={actionNamed('history').run}
      />
      {/* It takes the room that is left: what it says may be long, and the title stays while nothing runs. */}
      <div className={`flex flex-1 basis-0 justify-end ${busy ? 'min-w-[210px]' : 'min-w-fit'}`}>
        <JobLine />
      </div>
    </header>
  );
}
