import { setSurround } from '@diplex/document';
import { IconMinus, IconPlus } from '@tabler/icons-react';
import { actionNamed } from '../actions/actions';
import { useComposition } from '../bench/composition-store';
import { IconButton } from '../controls/IconButton';
import { useCamera } from '../picture/camera-store';
import { AidSwitch } from './AidSwitch';

const CHOICES = [
  { id: 'zoom-fit', words: 'Fit' },
  { id: 'zoom-full', words: '100 %' },
  { id: 'zoom-400', words: '400 %' },
] as const;

/** How the picture is looked at, zoom and surround, in its lower right corner. */
export function ZoomBox() {
  const zoom = useCamera((state) => state.zoom);
  const fitted = useCamera((state) => state.fitted);
  const surround = useComposition((state) => (state.preview ?? state.composition).canvas.surround);
  const { tryOut, perform } = useComposition.getState();
  const percent = zoom * window.devicePixelRatio * 100;
  return (
    <div className="absolute right-3 bottom-2.5 flex items-center gap-1 rounded-md bg-float px-1.5 text-[11.5px] text-quiet">
      <AidSwitch />
      <label className="flex items-center gap-1.5 px-1" title="Lightness of the surround">
        Surround
        <input
          type="range"
          className="amount !w-14"
          min={0}
          max={100}
          value={surround}
          style={{ ['--filled' as string]: `${surround}%` }}
          onChange={(event) => tryOut(setSurround, { lightness: Number(event.target.value) })}
          onPointerUp={() => perform(setSurround, { lightness: surround })}
          onKeyUp={() => perform(setSurround, { lightness: surround })}
        />
      </label>
      <IconButton
        small
        icon={IconMinus}
        words="Zoom out (−)"
        onPress={actionNamed('zoom-out').run}
      />
      <span className="w-[52px] text-center text-base-content" data-testid="zoom">
        {percent < 10 ? percent.toFixed(1) : Math.round(percent)} %
      </span>
      <IconButton small icon={IconPlus} words="Zoom in (+)" onPress={actionNamed('zoom-in').run} />
      {CHOICES.map(({ id, words }) => (
        <button
          key={id}
          type="button"
          onClick={actionNamed(id).run}
          aria-pressed={id === 'zoom-fit' && fitted}
          className="cursor-pointer rounded px-1.5 py-1 hover:text-base-content aria-pressed:text-primary"
        >
          {words}
        </button>
      ))}
    </div>
  );
}
