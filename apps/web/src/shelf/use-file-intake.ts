import { useEffect } from 'react';
import { useShelf } from '../bench/shelf-store';
import { filesIn } from './choose-files';
import { isArchive, openArchive } from './open-archive';

/** Takes files that are dropped or pasted anywhere in the window: pictures to the shelf, whole compositions are opened. */
export function useFileIntake(): void {
  useEffect(() => {
    const take = (event: DragEvent | ClipboardEvent, data: DataTransfer | null) => {
      const files = filesIn(data);
      if (files.length === 0) return;
      event.preventDefault();
      const pictures = files.filter((file) => !isArchive(file));
      if (pictures.length > 0) void useShelf.getState().bringIn(pictures);
      const archive = files.find(isArchive);
      if (archive) void openArchive(archive);
    };
    const over = (event: DragEvent) => event.preventDefault();
    const drop = (event: DragEvent) => {
      // Without this the browser would leave the page and show the file.
      event.preventDefault();
      take(event, event.dataTransfer);
    };
    const paste = (event: ClipboardEvent) => take(event, event.clipboardData);
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, []);
}
