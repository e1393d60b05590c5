import { IconColorSwatch } from '@tabler/icons-react';
import { useWindow } from '../bench/window-store';
import { PlainButton } from '../controls/PlainButton';
import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';

/** A table from a file, or one that gives the layer the colours of a photograph. */
export function ColourTableEditor({ layer, step }: EditorProps) {
  return (
    <>
      <FieldRows layer={layer} step={step} />
      <div>
        <PlainButton
          icon={IconColorSwatch}
          words="Borrow from a picture"
          hint="Works out a table that gives what comes in the colours of a photograph on the shelf"
          onPress={() => useWindow.getState().open('colour-source')}
        />
      </div>
    </>
  );
}
