import { useShelf } from '../bench/shelf-store';

/** The endings and types that the file dialog offers. */
const ACCEPT =
  '.jpg,.jpeg,.png,.webp,.avif,.tif,.tiff,image/jpeg,image/png,image/webp,image/avif,image/tiff';

/** Opens the file dialog and brings in what is chosen. */
export function chooseFiles(): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.multiple = true;
  input.accept = ACCEPT;
  input.onchange = () => void useShelf.getState().bringIn([...(input.files ?? [])]);
  input.click();
}

/** Pictures among what was dropped or pasted; a pasted picture gets a name that fits it. */
export function filesIn(data: DataTransfer | null): File[] {
  return [...(data?.files ?? [])].map((file) => {
    if (file.name !== 'image.png') return file;
    const now = new Date().toISOString().slice(0, 19).replace('T', ' ').replaceAll(':', '.');
    return new File([file], `Pasted ${now}.png`, { type: file.type });
  });
}
