import { create } from 'zustand';
import { tellProblem, useNotices } from '../bench/notice-store';
import { wordsOf } from '../link/problem';
import { type DeliveredFile, type Delivery, server } from '../link/server';

/** A folder that the person chose; the browser lets the page write into it. */
interface Folder {
  readonly name: string;
  getFileHandle(
    name: string,
    options: { create: boolean },
  ): Promise<{
    createWritable(): Promise<{ write(data: Blob): Promise<void>; close(): Promise<void> }>;
  }>;
}

type FolderWindow = Window & {
  showDirectoryPicker?(options: { id: string; mode: 'readwrite' }): Promise<Folder>;
};

/** Folders by the composition that was saved into them since the page was opened, so that it is saved there again. */
const useFolders = create<{ readonly folders: ReadonlyMap<string, Folder> }>(() => ({
  folders: new Map(),
}));

export function canSaveInFolder(): boolean {
  return 'showDirectoryPicker' in window;
}

/** The name of the folder that a composition was saved into; null before. */
export function useFolderOf(composition: string): string | null {
  return useFolders(({ folders }) => folders.get(composition)?.name ?? null);
}

function isCalledOff(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'AbortError';
}

/** Does something with files; a failure is told, unless the person called it off. */
async function given(words: string, work: () => Promise<void>): Promise<void> {
  try {
    await work();
    useNotices.getState().tell({ kind: 'information', words });
  } catch (error) {
    if (!isCalledOff(error)) tellProblem(wordsOf(error));
  }
}

/** Writes the files of a delivery into a folder on the disk: the one of last time, or one that is chosen now. */
export async function saveInFolder(delivery: Delivery, which: 'same' | 'another'): Promise<void> {
  const { folders } = useFolders.getState();
  const known = which === 'same' ? folders.get(delivery.composition) : undefined;
  const count = delivery.files.length;
  await given(`Saved: ${count === 1 ? 'the file' : `${count} files`}.`, async () => {
    const picker = (window as FolderWindow).showDirectoryPicker;
    const folder = known ?? (await picker?.call(window, { id: 'diplex', mode: 'readwrite' }));
    if (!folder) return;
    useFolders.setState({ folders: new Map(folders).set(delivery.composition, folder) });
    for (const { place, name: file } of delivery.files) {
      const bytes = await server.deliveredFile(delivery.id, place);
      const handle = await folder.getFileHandle(file, { create: true });
      const writable = await handle.createWritable();
      await writable.write(bytes);
      await writable.close();
    }
  });
}

/** Copies a PNG to the clipboard. */
export function copyFile(delivery: Delivery, file: DeliveredFile): Promise<void> {
  return given(`${file.name} is on the clipboard.`, async () => {
    const bytes = await server.deliveredFile(delivery.id, file.place);
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': bytes })]);
  });
}

export function canCopy({ mediaType }: DeliveredFile): boolean {
  return mediaType === 'image/png' && typeof ClipboardItem === 'function';
}

/** Whether this browser hands files on to other programs. */
export function canShare(): boolean {
  const probe = new File(['x'], 'x.png', { type: 'image/png' });
  return navigator.canShare?.({ files: [probe] }) ?? false;
}

/** Hands the files on by the system's share sheet. */
export function shareFiles(delivery: Delivery): Promise<void> {
  return given('Shared.', async () => {
    const files = await Promise.all(
      delivery.files.map(async ({ place, name, mediaType }) => {
        const bytes = await server.deliveredFile(delivery.id, place);
        return new File([bytes], name, { type: mediaType });
      }),
    );
    await navigator.share({ files, title: delivery.title });
  });
}
