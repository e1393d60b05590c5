import {
  type MixSpace,
  PROFILE_NAMES,
  PROFILES,
  type Profile,
  RANGES,
  type Size,
  setCanvasSize,
  setMixIn,
  setPerInch,
  setProfile,
} from '@diplex/document';
import { useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { Choice } from '../controls/Choice';
import { Dialog } from '../controls/Dialog';
import { SizeFields } from '../controls/SizeFields';

/** What prints are usually made at. */
const USUAL = 300;

const CENTIMETRES = 2.54;

/** How large so many pixels are in print. */
function printed({ width, height }: Size, perInch: number): string {
  const side = (pixels: number) => ((pixels / perInch) * CENTIMETRES).toFixed(1);
  return `${side(width)} × ${side(height)} cm`;
}

/** The size of the canvas, its resolution in print, and where coverage mixes. */
export function CanvasDialog({ onClose }: { readonly onClose: () => void }) {
  const { canvas, mixIn } = useComposition((state) => state.composition);
  const { perform } = useComposition.getState();
  const [size, setSize] = useState({ width: canvas.width, height: canvas.height });
  const [chosen, setInch] = useState(canvas.perInch ?? null);
  const perInch = chosen ?? USUAL;
  const { least, most } = RANGES.perInch;
  return (
    <Dialog title="Canvas" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const resized = size.width !== canvas.width || size.height !== canvas.height;
          if (resized && !perform(setCanvasSize, size)) return;
          // What nobody chose is not said.
          if (chosen !== null && chosen !== canvas.perInch) perform(setPerInch, { perInch });
          onClose();
        }}
      >
        <SizeFields size={size} onSize={setSize} />
        <p className="text-[12px] text-faint">
          The canvas grows and shrinks about its centre. Layers stay where they are in the picture,
          as large as they are; for a picture of more or fewer pixels choose its size in Deliver.
        </p>
        <label className="flex items-end gap-3 text-[12px] text-quiet">
          <span className="grid gap-1">
            Pixels to an inch
            <input
              type="number"
              required
              {...{ min: least, max: most, step: 'any' }}
              value={perInch || ''}
              onChange={(event) => setInch(Number(event.target.value))}
              className="input input-sm w-28 bg-base-200"
            />
          </span>
          <span className="pb-2">{perInch > 0 && `in print ${printed(size, perInch)}`}</span>
        </label>
        <p className="text-[12px] text-faint">
          The resolution changes no pixel and no layer: files say it to printers.
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
        <div className="flex items-center gap-3">
          <span>Profile</span>
          <Choice<Profile>
            label="Profile"
            value={canvas.profile}
            onChoose={(profile) => perform(setProfile, { profile })}
            options={PROFILES.map((value) => ({ value, words: PROFILE_NAMES[value] }))}
          />
        </div>
        <p className="text-[12px] text-faint">
          Display P3 holds colours that sRGB has not: photographs in wider profiles are read anew
          and keep them. What is not that vivid stays what it looks like. Files have profiles of
          their own, chosen in Deliver.
        </p>
        <button type="submit" className="btn btn-primary btn-sm">
          Set it
        </button>
      </form>
    </Dialog>
  );
}
