import { useComposition } from '../../bench/composition-store';
import { Pick } from '../../controls/Pick';
import { PlainButton } from '../../controls/PlainButton';
import { inRatio, ratioOf } from './crop-frame';
import { crop, frameNow, roundAll } from './crop-tool';
import { RATIOS, useCropping } from './settings';

/** In which proportions the canvas is cropped, and to what. */
export function CropOptions() {
  const { frame, ratio, straightens, set } = useCropping();
  const composition = useComposition((state) => state.composition);
  return (
    <>
      <Pick
        label="Proportions"
        value={ratio}
        options={Object.keys(RATIOS).map((value) => ({ value, words: value }))}
        onChoose={(value) =>
          set({ ratio: value, frame: inRatio(frameNow(), ratioOf(value, composition)) })
        }
      />
      <label
        title="The next drag draws a line along something that shall be level or upright"
        className="flex h-7 items-center gap-1.5 text-[12px] text-quiet"
      >
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={straightens}
          onChange={(event) => set({ straightens: event.target.checked })}
        />
        Straighten along a line
      </label>
      <PlainButton
        words="Round all layers"
        hint="So that nothing of any layer lies outside"
        onPress={roundAll}
      />
      <PlainButton
        words="As it is"
        hint="Leaves the canvas as it is (Escape)"
        disabled={!frame}
        onPress={() => set({ frame: null })}
      />
      <PlainButton
        words="Crop to the frame"
        hint="Enter does so, too"
        disabled={!frame}
        onPress={crop}
      />
    </>
  );
}
