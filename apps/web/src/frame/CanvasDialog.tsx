import { type MixSpace, setCanvasSize, setMixIn } from '@diplex/document';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { Dialog } from '../controls/Dialog';
import { SizeFields } from '../controls/SizeFields';

/** The size of the canvas and where coverage mixes. */
export function CanvasDialog({ onClose }: { readonly onClose: () => void }) {
  const { canvas, mixIn } = useComposition((state) => state.composition);
  const { perform } = useComposition.getState();
  const [size, setSize] = useState({ width: canvas.width, height: canvas.height });
  return (
    <Dialog title="Canvas" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (perform(setCanvasSize, size)) onClose();
        }}
      >
        <SizeFields size={size} onSize={setSize} />
        <p className="text-[12px] text-faint">
          The canvas grows and shrinks about its centre. Layers stay where they are in the picture.
        </p>
        <div className="flex items-center gap-3">
          <span>Edges mix</span>
          <Choice<MixSpace>
            label="Edges mix"
            value={mixIn}
            onChoose={(next) => perform(setMixIn, { mixIn: next })}
            options={[
              { value: 'light', words: 'as light', hint: 'Right for photographs' },
              { value: 'encoded', words: 'on encoded values', hint: 'As browsers do' },
            ]}
          />
        </div>
        <button type="submit" className="btn btn-primary btn-sm">
          Set the size
        </button>
      </form>
    </Dialog>
  );
}
