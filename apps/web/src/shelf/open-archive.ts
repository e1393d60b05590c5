import { newId } from '@diplex/document';
import { flush } from '../bench/autosave';
import { useJobs } from '../bench/job-store';
import { tellProblem, useNotices } from '../bench/notice-store';
import { openPage } from '../bench/page-navigation';
import { useShelf } from '../bench/shelf-store';
import { wordsOf } from '../link/problem';
import { openFile } from '../link/server';

/** Endings of files that hold whole compositions. */
export const ARCHIVE_ENDINGS = ['.diplex', '.ora'] as const;

export function isArchive({ name }: File): boolean {
  return ARCHIVE_ENDINGS.some((ending) => name.toLowerCase().endsWith(ending));
}

/** Makes a composition of a file and goes there; what could not be read as it was meant is told. */
export async function openArchive(file: File): Promise<void> {
  const id = newId();
  const stop = new AbortController();
  const show = (progress: number) =>
    useJobs.getState().put({
      ...{ id, progress, secondsLeft: null, stop: () => stop.abort() },
      words: progress < 1 ? `Sending ${file.name}` : `Opening ${file.name}`,
    });
  show(0);
  try {
    await flush();
    const opened = await openFile(file, show, stop.signal);
    await useShelf.getState().load();
    openPage(`/c/${opened.id}/arrange`);
    const { tell } = useNotices.getState();
    tell({ kind: 'information', words: `${opened.title} was opened as a new composition.` });
    if (opened.remarks.length > 0) {
      const said = opened.remarks.slice(0, 8).join(' ');
      tell({
        kind: 'problem',
        words: `Not all of ${file.name} could be read as it was meant. ${said}`,
      });
    }
  } catch (error) {
    if (!stop.signal.aborted) tellProblem(wordsOf(error));
  } finally {
    useJobs.getState().end(id);
  }
}

/** Opens the file dialog for a file that holds a composition. */
export function chooseArchive(): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = ARCHIVE_ENDINGS.join(',');
  input.onchange = () => {
    const [file] = input.files ?? [];
    if (file) void openArchive(file);
  };
  input.click();
}
