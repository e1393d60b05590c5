import {
  IconAlertTriangle,
  IconCopy,
  IconDownload,
  IconFolderDown,
  IconPackage,
  IconShare,
  IconTrash,
} from '@tabler/icons-react';
import { useState } from 'react';
import { useDeliveries } from '../bench/deliver-store';
import { counted } from '../controls/counted';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { address, type DeliveredFile, type Delivery } from '../link/server';
import {
  canCopy,
  canSaveInFolder,
  canShare,
  copyFile,
  saveInFolder,
  shareFiles,
  useFolderOf,
} from './give-files';

function bytesInWords(bytes: number): string {
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} kB`;
}

function timeInWords(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
}

/** What was delivered of this composition, the newest first. */
export function PastDeliveries() {
  const { past, arrived } = useDeliveries();
  return (
    <Section title="Delivered" aside={counted(past.length, 'time')}>
      {arrived.length > 0 && (
        <p role="status" className="mb-1 text-[12px] text-info">
          There already: {arrived.join(', ')}
        </p>
      )}
      {past.length === 0 && (
        <p className="text-[12.5px] text-quiet">
          Nothing yet. Say above which files are to be made, and deliver them below.
        </p>
      )}
      <ul aria-label="Deliveries" className="grid grid-cols-[minmax(0,1fr)] gap-2.5">
        {past.map((delivery) => (
          <li key={delivery.id}>
            <PastDelivery delivery={delivery} />
          </li>
        ))}
      </ul>
    </Section>
  );
}

function PastDelivery({ delivery }: { readonly delivery: Delivery }) {
  const { files, letPass, failed, name, createdAt, composition } = delivery;
  const folder = useFolderOf(composition);
  return (
    <div className="grid gap-1">
      <div className="flex items-center gap-1 text-[11.5px] text-faint">
        <span className="truncate">
          {[timeInWords(createdAt), name].filter(Boolean).join(' · ')}
        </span>
        <span className="ml-auto flex shrink-0">
          {canShare() && (
            <IconButton
              small
              icon={IconShare}
              words="Share the files"
              onPress={() => void shareFiles(delivery)}
            />
          )}
          <TakeOff delivery={delivery} />
        </span>
      </div>
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {files.map((file) => (
          <li key={file.place} className="flex items-center gap-1">
            <File {...{ delivery, file }} />
          </li>
        ))}
      </ul>
      {failed.map((words) => (
        <p key={words} className="flex items-start gap-1 text-[11.5px]">
          <IconAlertTriangle size={15} aria-hidden className="shrink-0 text-warning" />
          <span>Not made: {words}</span>
        </p>
      ))}
      <div className="flex flex-wrap gap-1.5">
        {files.length > 1 && (
          <a
            href={address.deliveredZip(delivery.id)}
            download
            className="flex h-8 items-center gap-1.5 rounded-lg bg-secondary px-2 text-[12px] text-secondary-content hover:brightness-110"
          >
            <IconPackage size={15} aria-hidden />
            All in one ZIP
          </a>
        )}
        {canSaveInFolder() && folder && (
          <PlainButton
            icon={IconFolderDown}
            words={`Save in ${folder} again`}
            onPress={() => void saveInFolder(delivery, 'same')}
          />
        )}
        {canSaveInFolder() && (
          <PlainButton
            icon={IconFolderDown}
            words={folder ? 'Another folder' : 'Save in a folder'}
            onPress={() => void saveInFolder(delivery, 'another')}
          />
        )}
      </div>
      {letPass.length > 0 && (
        <details className="text-[11.5px] text-faint">
          <summary className="cursor-pointer">
            {counted(letPass.length, 'finding')} let pass
          </summary>
          <ul className="mt-0.5 grid list-disc gap-0.5 pl-4">
            {letPass.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

function File({ delivery, file }: { readonly delivery: Delivery; readonly file: DeliveredFile }) {
  const { name, bytes, place, remarks } = file;
  return (
    <>
      <a
        href={address.deliveredFile(delivery.id, place)}
        download={name}
        className="flex min-w-0 flex-1 items-center gap-2 rounded-md bg-base-200 px-2 py-1.5 hover:bg-held"
      >
        <IconDownload size={16} aria-hidden className="shrink-0" />
        <span className="flex min-w-0">
          <span className="truncate">{name.replace(/\.[^.]+$/, '')}</span>
          <span>{/\.[^.]+$/.exec(name)?.[0]}</span>
        </span>
        <small className="ml-auto whitespace-nowrap text-faint">{bytesInWords(bytes)}</small>
      </a>
      {remarks.length > 0 && (
        <span
          role="img"
          title={remarks.join('\n')}
          aria-label={`What could not be told in it: ${remarks.join(' ')}`}
        >
          <IconAlertTriangle size={15} aria-hidden className="text-warning" />
        </span>
      )}
      {canCopy(file) && (
        <IconButton
          small
          icon={IconCopy}
          words={`Copy ${name} to the clipboard`}
          onPress={() => void copyFile(delivery, file)}
        />
      )}
    </>
  );
}

/** Takes files off for good, which is asked for twice. */
function TakeOff({ delivery }: { readonly delivery: Delivery }) {
  const [asked, setAsked] = useState(false);
  const { takeOff } = useDeliveries.getState();
  if (!asked) {
    return (
      <IconButton
        small
        icon={IconTrash}
        words="Take this delivery off"
        onPress={() => setAsked(true)}
      />
    );
  }
  return (
    <PlainButton
      words="Take off for good"
      hint="The files are gone then; the composition stays, and they can be made again"
      onPress={() => void takeOff(delivery.id)}
    />
  );
}
