import type { LetterFont } from '@diplex/document';
import type { ReadFont } from '@diplex/lettering';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { sendBlob } from '../../bench/blob-uploads';
import { server } from '../../link/server';

/** The files of the fonts that are shipped. */
const SHIPPED = import.meta.glob<string>('../../../../../packages/lettering/generated/*.ttf', {
  query: '?url',
  import: 'default',
  eager: true,
});

function addressOf(file: string): string | undefined {
  return Object.entries(SHIPPED).find(([path]) => path.endsWith(`/${file}.ttf`))?.[1];
}

/** The shaper is large and wanted only where there is lettering. */
export const shaper = () => import('@diplex/lettering');

const reading = new Map<string, Promise<ReadFont>>();

async function bytesOf(file: string): Promise<Uint8Array> {
  const address = addressOf(file);
  if (!address) return server.blob(file);
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`The font ${file} did not come: ${answer.status}.`);
  return new Uint8Array(await answer.arrayBuffer());
}

/** A font, read once. One that could not be read is tried again the next time. */
export function fontOf({ file }: LetterFont): Promise<ReadFont> {
  const known = reading.get(file);
  if (known) return known;
  const font = Promise.all([shaper(), bytesOf(file)]).then(([{ readFont }, bytes]) =>
    readFont(bytes),
  );
  reading.set(file, font);
  font.catch(() => reading.delete(file));
  return font;
}

interface OwnFonts {
  readonly fonts: readonly LetterFont[];
  add(font: LetterFont): void;
}

/** Fonts that were brought in; their list is kept by the browser, their files with the compositions' blobs. */
export const useOwnFonts = create<OwnFonts>()(
  persist(
    (set, get) => ({
      fonts: [],
      add: (font) =>
        set({ fonts: [...get().fonts.filter(({ file }) => file !== font.file), font] }),
    }),
    { name: 'diplex-fonts' },
  ),
);

/** Brings a font file in. @throws when it is none */
export async function bringFont(file: File): Promise<LetterFont> {
  const { readFont, unpackedFont } = await shaper();
  const bytes = new Uint8Array(await unpackedFont(new Uint8Array(await file.arrayBuffer())));
  const { family } = readFont(bytes);
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const hash = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  await sendBlob(hash, bytes);
  await server.putBlob(hash, bytes);
  const font = { family: family || file.name.replace(/\.\w+$/, ''), file: hash };
  useOwnFonts.getState().add(font);
  return font;
}
