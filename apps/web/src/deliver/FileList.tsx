import { IconCopyPlus, IconPlus, IconTrash } from '@tabler/icons-react';
import { useId, useState } from 'react';
import { fileInHand, useDeliveries } from '../bench/deliver-store';
import { counted } from '../controls/counted';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import type { FileRequest } from '../link/server';
import { CONTENTS, endingOf, formatOf, isOfLayer } from './file-kinds';
import { useLayerNames } from './use-layer-names';

const SIZE_WORDS = { percent: '%', width: 'px wide', height: 'px high', longest: 'px at most' };

/** A file in a few words. */
function summary(file: FileRequest, layerName: (id: string) => string | undefined): string {
  const { contents, layer, size } = file;
  const pictured = CONTENTS[contents].pictured === 'by format';
  return [
    CONTENTS[contents].words,
    ...(isOfLayer(contents) ? [`of ${layerName(layer ?? '') ?? 'no layer yet'}`] : []),
    ...(pictured ? [formatOf(file).words] : []),
    ...(size ? [`${size.value} ${SIZE_WORDS[size.by]}`] : []),
  ].join(' · ');
}

/** The files that are made at one press. */
export function FileList() {
  const { files, inHand, take, add, remove } = useDeliveries();
  const names = useLayerNames();
  const layerName = (id: string) =>
    names.find((layer) => layer.id === id || layer.name === id)?.name;
  return (
    <Section title="To be made" aside={counted(files.length, 'file')}>
      <ul aria-label="Files to be made" className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {files.map((file, place) => (
          // Files have no identity but their place.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <li key={place} className="flex items-center gap-1">
            <button
              type="button"
              aria-pressed={place === inHand}
              onClick={() => take(place)}
              className="flex min-w-0 flex-1 cursor-pointer items-center gap-2 rounded-md bg-base-200 px-2 py-1.5 text-left text-[12.5px] hover:bg-held aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-primary)]"
            >
              <span className="text-faint">{place + 1}</span>
              <span className="truncate">{summary(file, layerName)}</span>
              <small className="ml-auto text-faint">.{endingOf(file)}</small>
            </button>
            <IconButton
              small
              icon={IconTrash}
              words={`Not file ${place + 1}`}
              disabled={files.length === 1}
              onPress={() => remove(place)}
            />
          </li>
        ))}
      </ul>
      <div className="mt-1.5 flex gap-1.5">
        <PlainButton
          icon={IconPlus}
          words="Another file"
          onPress={() => add({ contents: 'picture', format: 'jpeg', bits: 8, quality: 92 })}
        />
        <PlainButton
          icon={IconCopyPlus}
          words="One more like it"
          onPress={() => add({ ...fileInHand(useDeliveries.getState()) })}
        />
      </div>
      <Sets />
    </Section>
  );
}

/** Sets of files under names: taken up, kept, taken away. */
function Sets() {
  const { sets, setName, takeSet, keepSet, removeSet } = useDeliveries();
  const [typed, setTyped] = useState<string | null>(null);
  const id = useId();
  const name = (typed ?? setName).trim();
  const keep = () => {
    if (name) void keepSet(name);
    setTyped(null);
  };
  return (
    <div className="mt-2 grid gap-1 text-[12.5px]">
      {sets.length > 0 && (
        <ul aria-label="Sets of files" className="flex flex-wrap gap-1">
          {sets.map((set) => (
            <li key={set.name} className="flex items-center rounded-md bg-base-200">
              <button
                type="button"
                aria-pressed={set.name === setName}
                onClick={() => takeSet(set)}
                className="cursor-pointer rounded-md px-2 py-1 hover:bg-held aria-pressed:font-semibold"
              >
                {set.name}
              </button>
              <IconButton
                small
                icon={IconTrash}
                words={`Take the set ${set.name} away`}
                onPress={() => void removeSet(set.name)}
              />
            </li>
          ))}
        </ul>
      )}
      <label htmlFor={id} className="text-[11.5px] text-faint">
        Keep these files as a set
      </label>
      <div className="flex gap-1.5">
        <input
          id={id}
          value={typed ?? setName}
          maxLength={100}
          placeholder="its name"
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && keep()}
          className="min-w-0 flex-1 select-text rounded-md bg-base-200 px-2 py-1 text-base-content"
        />
        <PlainButton
          words="Keep"
          hint="A set of that name gives way"
          disabled={!name}
          onPress={keep}
        />
      </div>
    </div>
  );
}
