import { IconColorSwatch } from '@tabler/icons-react';
import { useWindow } from '../bench/window-store';
import { PlainButton } from '../controls/PlainButton';
import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';

/** What was worked out from a picture, under a button; how far it goes is told by rows. */
function BorrowEditor({ layer, step, rows }: EditorProps & { readonly rows: readonly string[] }) {
  return (
    <>
      <div>
        <PlainButton
          icon={IconColorSwatch}
          words="Borrow from a picture"
          hint="Goes by a photograph on the shelf"
          onPress={() => useWindow.getState().open('borrow-source')}
        />
      </div>
      <FieldRows layer={layer} step={step} only={rows} />
    </>
  );
}

export function BorrowedColoursEditor(props: EditorProps) {
  return <BorrowEditor {...props} rows={['lights', 'mids', 'darks', 'smoothing']} />;
}

export function BorrowedTextureEditor(props: EditorProps) {
  return <BorrowEditor {...props} rows={['strength', 'size', 'made', 'seed']} />;
}
