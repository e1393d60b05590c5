import { type CropFrame, type Guide, RANGES, setGrid, setGuides } from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { Amount } from '../../controls/Amount';
import { IconButton } from '../../controls/IconButton';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { wholeFrame } from './crop-frame';
import { useCropping } from './settings';

const NUMBERS = [
  { key: 'x', words: 'Frame left', least: -16_000, unit: 'px', step: 1 },
  { key: 'y', words: 'Frame top', least: -16_000, unit: 'px', step: 1 },
  { key: 'width', words: 'Frame width', least: 1, unit: 'px', step: 1 },
  { key: 'height', words: 'Frame height', least: 1, unit: 'px', step: 1 },
] as const;

/** The frame by its numbers, and the lines that things are laid at. */
export function CropSection() {
  const { frame: drawn, set } = useCropping();
  const composition = useComposition((state) => state.preview ?? state.composition);
  const frame = drawn ?? wholeFrame(composition);
  const change = (next: Partial<CropFrame>) => set({ frame: { ...frame, ...next } });
  return (
    <>
      <Section title="Crop" aside={`${Math.round(frame.width)} × ${Math.round(frame.height)}`}>
        {NUMBERS.map(({ key, words, least, unit, step }) => (
          <Amount
            key={key}
            label={words}
            value={frame[key]}
            min={least}
            max={16_000}
            {...{ unit, step }}
            onTry={(value) => change({ [key]: value })}
            onSet={(value) => change({ [key]: value })}
          />
        ))}
        <Amount
          label="Frame turn"
          value={frame.turn}
          min={-180}
          max={180}
          step={0.1}
          unit="°"
          onTry={(turn) => change({ turn })}
          onSet={(turn) => change({ turn })}
        />
        <p className="mt-1 text-[11.5px] text-faint">
          Layers keep all their pixels: what lies outside is not lost, and the canvas can be drawn
          larger again.
        </p>
      </Section>
      <GuideRows />
    </>
  );
}

/** Guides and the grid. */
function GuideRows() {
  const {
    guides = [],
    grid,
    canvas,
  } = useComposition((state) => state.preview ?? state.composition);
  const { perform, tryOut } = useComposition.getState();
  const add = (guide: Guide) => perform(setGuides, { guides: [...guides, guide] });
  const withAt = (i: number, at: number) => ({
    guides: guides.map((guide, k) => (k === i ? { ...guide, at } : guide)),
  });
  return (
    <Section title="Guides and grid" aside={guides.length > 0 ? `${guides.length}` : ''}>
      {guides.map(({ axis, at }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a guide is its place in the list
        <div key={i} className="flex items-center gap-1" data-testid="guide">
          <div className="min-w-0 flex-1">
            <Amount
              label={`${axis === 'x' ? 'Upright' : 'Level'} ${i + 1}`}
              value={at}
              min={0}
              max={axis === 'x' ? canvas.width : canvas.height}
              step={1}
              unit="px"
              onTry={(value) => tryOut(setGuides, withAt(i, value))}
              onSet={(value) => perform(setGuides, withAt(i, value))}
            />
          </div>
          <IconButton
            small
            icon={IconTrash}
            words={`Take guide ${i + 1} away`}
            onPress={() => perform(setGuides, { guides: guides.filter((_, k) => k !== i) })}
          />
        </div>
      ))}
      <div className="mt-1 flex flex-wrap gap-1">
        <PlainButton
          words="Upright guide"
          onPress={() => add({ axis: 'x', at: Math.round(canvas.width / 2) })}
        />
        <PlainButton
          words="Level guide"
          onPress={() => add({ axis: 'y', at: Math.round(canvas.height / 2) })}
        />
      </div>
      <label className="mt-1.5 flex h-7 items-center gap-2 text-[12.5px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={Boolean(grid)}
          onChange={(event) =>
            perform(setGrid, { grid: event.target.checked ? { step: 50 } : null })
          }
        />
        Grid
      </label>
      {grid && (
        <Amount
          label="Grid step"
          value={grid.step}
          range={RANGES.gridStep}
          step={1}
          unit="px"
          onTry={(step) => tryOut(setGrid, { grid: { step } })}
          onSet={(step) => perform(setGrid, { grid: { step } })}
        />
      )}
    </Section>
  );
}
