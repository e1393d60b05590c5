import { sizedExtent, spaceOf } from '@diplex/formats';
import { useId } from 'react';
import { useComposition } from '../bench/composition-store';
import { fileInHand, useDeliveries } from '../bench/deliver-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { FILE_CONTENTS, type FileRequest } from '../link/server';
import {
  CONTENTS,
  changedFile,
  depthsFor,
  endingOf,
  formatOf,
  isOfLayer,
  SPACES,
} from './file-kinds';
import { ComparisonRows, type RowProps, SheetRows, StateRows } from './StateRows';
import { useLayerNames } from './use-layer-names';

const SIZES = [
  { value: 'own', words: 'as it is' },
  { value: 'percent', words: 'in percent' },
  { value: 'longest', words: 'longest side' },
  { value: 'width', words: 'width' },
  { value: 'height', words: 'height' },
] as const;

const USUAL_SIZE = { percent: 50, longest: 2048, width: 1600, height: 1200 } as const;
const KILOBYTE = 1000;

/** Everything about the file in hand but its format, which is the tray's. */
export function FileRows() {
  const state = useDeliveries();
  const file = fileInHand(state);
  const change = (next: Partial<FileRequest>) => state.setFile(changedFile(file, next));
  const { contents } = file;
  const pictured = CONTENTS[contents].pictured === 'by format';
  const coloured = pictured && contents !== 'mask';
  return (
    <Section
      title={`File ${state.inHand + 1}`}
      name="File in hand"
      aside={CONTENTS[contents].means}
    >
      <div className="grid gap-1.5">
        <div className="flex flex-wrap gap-2">
          <Pick
            label="Holds"
            value={contents}
            options={FILE_CONTENTS.map((value) => ({ value, words: CONTENTS[value].words }))}
            onChoose={(value) => change({ contents: value })}
          />
          {isOfLayer(contents) && <LayerPick {...{ file, change }} />}
        </div>
        {contents === 'cut-out' && (
          <Choice
            label="Extent"
            value={file.extent ?? 'canvas'}
            options={[
              { value: 'canvas', words: 'As the canvas' },
              { value: 'trimmed', words: 'Trimmed to what shows' },
            ]}
            onChoose={(extent) => change({ extent })}
          />
        )}
        {contents === 'comparison' && <ComparisonRows {...{ file, change }} />}
        {contents === 'animation' && <StateRows {...{ file, change }} />}
        {contents === 'sheet' && <SheetRows {...{ file, change }} />}
        <Depth {...{ file, change }} />
        {coloured && formatOf(file).quality === 'chosen' && <Quality {...{ file, change }} />}
        {(pictured || contents === 'animation') && <Size {...{ file, change }} />}
        {coloured && <Colours {...{ file, change }} />}
        <NamePattern {...{ file, change }} />
      </div>
    </Section>
  );
}

function LayerPick({ file, change }: RowProps) {
  const names = useLayerNames();
  const offered = file.contents === 'mask' ? names : names.filter(({ kind }) => kind !== 'glass');
  const chosen = offered.find(({ id, name }) => id === file.layer || name === file.layer);
  return (
    <Pick
      label="Of the layer"
      value={chosen?.id ?? ''}
      options={[
        ...(chosen ? [] : [{ value: '', words: 'choose one' }]),
        ...offered.map(({ id, name }) => ({ value: id, words: name })),
      ]}
      onChoose={(layer) => change({ layer })}
    />
  );
}

function Depth({ file, change }: RowProps) {
  const depths = depthsFor(file);
  if (depths.length < 2) return null;
  return (
    <Choice
      label="Bits a channel"
      value={String(file.bits ?? depths[0])}
      options={[...depths]
        .sort((a, b) => a - b)
        .map((each) => ({
          value: String(each),
          words: each === 32 ? '32 bits, floats' : `${each} bits`,
        }))}
      onChoose={(value) => change({ bits: Number(value) as 8 | 16 | 32 })}
    />
  );
}

function Quality({ file, change }: RowProps) {
  const { quality = 92, mostBytes, subsampling, format } = file;
  return (
    <>
      <Amount
        label="Quality"
        value={quality}
        {...{ min: 1, max: 100, step: 1 }}
        onSet={(value) => change({ quality: value })}
      />
      {format !== 'jpeg' && (
        <p className="text-[11.5px] text-faint">At 100 nothing is lost, and it takes longest.</p>
      )}
      {format !== 'webp' && (
        <Pick
          label="Colours"
          value={subsampling ?? 'own'}
          options={[
            { value: 'own', words: 'as the quality has them' },
            { value: '4:4:4', words: 'as fine as lightness (4:4:4)' },
            { value: '4:2:0', words: 'half as fine (4:2:0)' },
          ]}
          onChoose={(value) => change({ subsampling: value === 'own' ? undefined : value })}
        />
      )}
      <label className="flex items-center gap-2 text-[12px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={mostBytes !== undefined}
          onChange={(event) => change({ mostBytes: event.target.checked ? 500_000 : undefined })}
        />
        No more bytes than
      </label>
      {mostBytes !== undefined && (
        <Amount
          label="Kilobytes"
          value={Math.round(mostBytes / KILOBYTE)}
          {...{ min: 10, max: 20_000, step: 10, curve: 3, unit: 'kB' }}
          onSet={(value) => change({ mostBytes: Math.round(value * KILOBYTE) })}
        />
      )}
    </>
  );
}

function Size({ file, change }: RowProps) {
  const { size, sharpening = 0 } = file;
  const { width, height } = useComposition((state) => state.composition.canvas);
  const made = sizedExtent({ width, height }, size);
  const choose = (value: (typeof SIZES)[number]['value']) =>
    change({ size: value === 'own' ? undefined : { by: value, value: USUAL_SIZE[value] } });
  return (
    <>
      <Pick label="Size" value={size?.by ?? 'own'} options={SIZES} onChoose={choose} />
      {size && (
        <Amount
          label={size.by === 'percent' ? 'Share' : 'Pixels'}
          value={size.value}
          {...(size.by === 'percent'
            ? { min: 1, max: 200, step: 1, unit: '%' }
            : { min: 16, max: 16_000, step: 1, unit: 'px', curve: 2 })}
          onSet={(value) => change({ size: { by: size.by, value } })}
        />
      )}
      {size && (
        <p className="text-[11.5px] text-faint">
          {file.extent === 'trimmed'
            ? 'Of what shows of it.'
            : `${file.contents === 'comparison' ? 'Each has' : 'Makes'} ${made.width} × ${made.height} pixels of ${width} × ${height}.`}
        </p>
      )}
      {size && !['mask', 'animation'].includes(file.contents) && (
        <Amount
          label="Sharpened for it"
          value={Math.round(sharpening * 100)}
          {...{ min: 0, max: 100, step: 1, unit: '%' }}
          onSet={(value) => change({ sharpening: value / 100 })}
        />
      )}
    </>
  );
}

/** What becomes of the composition's colours in a space. */
function saidOfSpace(space: keyof typeof SPACES, own: ReturnType<typeof spaceOf>): string {
  if (space === own) return 'The composition’s own: nothing changes.';
  if (space === 'p3') return 'Wider than the composition’s: nothing is clipped.';
  const outside =
    own === 'p3'
      ? ' What is more vivid than sRGB is clipped, channel by channel in light; floats keep it.'
      : '';
  return space === 'linear'
    ? `For other programs that compute in light; take 16 bits or floats.${outside}`
    : outside.replace('; floats keep it', '').trim();
}

function Colours({ file, change }: RowProps) {
  const own = useComposition((state) => spaceOf(state.composition.canvas.profile));
  const id = useId();
  const { space = 'srgb', backing = '#ffffff' } = file;
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Pick
        label="Colour space"
        value={space}
        options={(Object.keys(SPACES) as (keyof typeof SPACES)[]).map((value) => ({
          ...{ value, words: SPACES[value] },
        }))}
        onChoose={(value) => change({ space: value })}
      />
      {formatOf(file).alpha === 'not held' && (
        <label htmlFor={id} className="grid gap-0.5 text-[11.5px] text-faint">
          Behind transparent places
          <input
            id={id}
            type="color"
            value={backing}
            onChange={(event) => change({ backing: event.target.value })}
            className="h-7 w-14 cursor-pointer"
          />
        </label>
      )}
      <p className="text-[11.5px] text-faint">{saidOfSpace(space, own)}</p>
    </div>
  );
}

function NamePattern({ file, change }: RowProps) {
  const id = useId();
  const title = useComposition((state) => state.composition.title);
  return (
    <div className="grid gap-1 text-[11.5px] text-faint">
      <label htmlFor={id}>File name</label>
      <input
        id={id}
        value={file.name ?? ''}
        maxLength={200}
        placeholder={isOfLayer(file.contents) ? '{title} - {layer}' : '{title}'}
        onChange={(event) => change({ name: event.target.value })}
        className="select-text rounded-md bg-base-200 px-2 py-1 text-[12.5px] text-base-content"
      />
      <p className="break-words">
        In braces: title ({title}), layer, width, height, date, number. The ending is .
        {endingOf(file)}.
      </p>
    </div>
  );
}
