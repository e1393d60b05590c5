import { isPhoto, sourcesOf } from '@diplex/document';
import { IconAlertTriangle, IconDownload } from '@tabler/icons-react';
import { DELIVER_TOOLS } from '../actions/deliver-tools';
import { useComposition } from '../bench/composition-store';
import { DEPTHS, useDeliveries } from '../bench/deliver-store';
import { useShelf } from '../bench/shelf-store';
import { takeLayer } from '../bench/take-layer';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { counted } from '../controls/counted';
import { Inspector, Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { Tray } from '../frame/Tray';
import { address } from '../link/server';
import { rightsTroubles } from '../shelf/terms';

const FORMAT_WORDS = { png: 'PNG', jpeg: 'JPEG', webp: 'WebP', tiff: 'TIFF' } as const;

/** Export at full size, with the credits of what was used. */
export function DeliverStage() {
  const { format, bits } = useDeliveries();
  const { width, height } = useComposition((state) => state.composition.canvas);
  return (
    <>
      <Tray
        sentence={
          <>
            Makes a <b>{FORMAT_WORDS[format]}</b> file of {width} × {height} pixels, {bits} bits a
            channel. The composition stays as it is.
          </>
        }
        tools={DELIVER_TOOLS}
        inHand={`format-${format}`}
      >
        <FormatOptions />
      </Tray>
      <Inspector>
        <Rights />
        <Files />
        <Credits />
      </Inspector>
    </>
  );
}

function FormatOptions() {
  const { format, bits, quality, backing, set, deliver } = useDeliveries();
  const depths = DEPTHS[format];
  return (
    <>
      {depths.length > 1 && (
        <Choice
          label="Bits a channel"
          value={String(bits)}
          options={[...depths]
            .sort((a, b) => a - b)
            .map((each) => ({
              ...{ value: String(each), words: `${each} bits` },
            }))}
          onChoose={(value) => set({ bits: value === '16' ? 16 : 8 })}
        />
      )}
      {(format === 'jpeg' || format === 'webp') && (
        <Amount
          layout="stack"
          label="Quality"
          value={quality}
          min={1}
          max={100}
          step={1}
          onTry={(value) => set({ quality: value })}
          onSet={(value) => set({ quality: value })}
        />
      )}
      {format === 'jpeg' && (
        <label className="grid gap-0.5 text-[11.5px] text-faint">
          Behind transparent places
          <input
            type="color"
            value={backing}
            onChange={(event) => set({ backing: event.target.value })}
            className="h-7 w-14 cursor-pointer"
          />
        </label>
      )}
      <button type="button" className="btn btn-primary" onClick={() => void deliver()}>
        Deliver the file
      </button>
    </>
  );
}

function Files() {
  const made = useDeliveries((state) => state.made);
  return (
    <Section title="Files" aside="since the page was opened">
      {made.length === 0 && (
        <p className="text-[12.5px] text-quiet">Nothing delivered yet. Choose a format below.</p>
      )}
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {made.map((job) => (
          <li key={job.id}>
            <a
              href={address.jobFile(job.id)}
              download={job.file ?? undefined}
              className="flex items-center gap-2 rounded-md bg-base-200 px-2 py-1.5 hover:bg-held"
            >
              <IconDownload size={16} aria-hidden />
              <span className="truncate">{job.file}</span>
              <small className="ml-auto whitespace-nowrap text-faint">
                {((job.bytes ?? 0) / 2 ** 20).toFixed(1)} MB
              </small>
            </a>
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** What of the sources stands against a delivery; nothing is forbidden here, but it is said. */
function Rights() {
  const composition = useComposition((state) => state.composition);
  const sources = useShelf((state) => state.sources);
  const troubles = rightsTroubles(composition, sources);
  if (troubles.length === 0) return null;
  const layerOf = (hash: string) =>
    Object.values(composition.layers)
      .filter(isPhoto)
      .find(({ content }) => content.source === hash);
  return (
    <Section title="Rights" aside={counted(troubles.length, 'trouble')}>
      <ul className="grid gap-1.5 text-[12.5px]">
        {troubles.map(({ source, words }) => {
          const layer = layerOf(source.hash);
          return (
            <li key={source.hash} className="flex items-start gap-1.5">
              <IconAlertTriangle size={15} aria-hidden className="mt-0.5 shrink-0 text-warning" />
              <span>
                {words}
                <span className="block text-[11.5px] text-faint">
                  {source.rights || 'no rights known'}
                </span>
              </span>
              {layer && (
                <span className="ml-auto">
                  <PlainButton
                    words="Take in hand"
                    hint={`Take ${layer.name} in hand`}
                    onPress={() => takeLayer(layer.id)}
                  />
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

/** Who is to be credited, and for what; it goes into the file's metadata. */
function Credits() {
  const composition = useComposition((state) => state.composition);
  const sources = useShelf((state) => state.sources);
  const used = sourcesOf(composition)
    .map((hash) => sources.find((source) => source.hash === hash))
    .filter((source) => source !== undefined);
  return (
    <Section title="Credits" aside="written into the file">
      <ul className="grid select-text gap-2 text-[12.5px]">
        {used.map((source) => (
          <li key={source.hash}>
            {source.title}
            <span className="block text-[11.5px] text-faint">
              {source.credit || 'no credit known'} · {source.rights || 'no rights known'}
              {source.terms === 'credited' && ' · its credit is asked for'}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}
