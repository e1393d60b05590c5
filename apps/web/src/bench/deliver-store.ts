import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import {
  type Delivery,
  type DeliverySet,
  type FileRequest,
  type FileWords,
  server,
} from '../link/server';
import { flush } from './autosave';
import { useComposition } from './composition-store';
import { tellProblem, useNotices } from './notice-store';
import { followJob, told } from './server-jobs';

/** What is to be delivered; kept by the browser. */
interface Order {
  readonly files: readonly FileRequest[];
  /** The place of the file that is being set. */
  readonly inHand: number;
  /** The set that the files were taken from; empty for none. */
  readonly setName: string;
  /** What files of every composition say: who made them, and what may be done with them. */
  readonly words: FileWords;
  /** What files of one composition say besides, by its id. */
  readonly ownWords: Readonly<Record<string, FileWords>>;
}

interface Deliveries extends Order {
  /** Those of the composition, the newest first. */
  readonly past: readonly Delivery[];
  /** The composition that they are of. */
  readonly pastOf: string | null;
  readonly sets: readonly DeliverySet[];
  /** Files of the delivery under way that are there already. */
  readonly arrived: readonly string[];
  take(place: number): void;
  setFile(file: FileRequest): void;
  add(file: FileRequest): void;
  remove(place: number): void;
  setWords(change: FileWords): void;
  load(): Promise<void>;
  takeSet(set: DeliverySet): void;
  keepSet(name: string): Promise<void>;
  removeSet(name: string): Promise<void>;
  /** Makes the files; what checks found and was let pass is kept with them. */
  deliver(files: readonly FileRequest[], letPass: readonly string[]): Promise<void>;
  takeOff(id: string): Promise<void>;
}

const FIRST: FileRequest = { contents: 'picture', format: 'png', bits: 8, quality: 92 };

/** Words that are of one composition alone. */
const OWN: readonly (keyof FileWords)[] = ['title', 'description', 'place'];

/** What the files of a composition say. */
export function wordsFor({ words, ownWords }: Order, composition: string): FileWords {
  return { ...words, ...ownWords[composition] };
}

/** Tells of a change of the files to be made, and offers to take it back. */
function offerBack(words: string): void {
  const { files, inHand, setName } = useDeliveries.getState();
  const run = () => useDeliveries.setState({ files, inHand, setName });
  const action = { words: 'As it was', run };
  useNotices.getState().tell({ kind: 'information', words, action });
}

export const useDeliveries = create<Deliveries>()(
  persist(
    (set, get) => ({
      ...{ files: [FIRST], inHand: 0, setName: '', words: {}, ownWords: {} },
      ...{ past: [], pastOf: null, sets: [], arrived: [] },
      take: (inHand) => set({ inHand }),
      setFile(file) {
        const { files, inHand } = get();
        set({ files: files.map((each, place) => (place === inHand ? file : each)) });
      },
      add(file) {
        const files = [...get().files, file];
        set({ files, inHand: files.length - 1 });
      },
      remove(place) {
        const files = get().files.filter((_, i) => i !== place);
        if (files.length === 0) return;
        const { inHand } = get();
        const next = inHand > place ? inHand - 1 : inHand;
        offerBack(`File ${place + 1} is not made any more.`);
        set({ files, inHand: Math.min(next, files.length - 1) });
      },
      setWords(change) {
        const { id } = useComposition.getState();
        const { words, ownWords } = get();
        const [key] = Object.keys(change) as (keyof FileWords)[];
        if (key && OWN.includes(key) && id) {
          set({ ownWords: { ...ownWords, [id]: { ...ownWords[id], ...change } } });
        } else set({ words: { ...words, ...change } });
      },
      async load() {
        const { id } = useComposition.getState();
        if (!id) return;
        if (get().pastOf !== id) set({ past: [], pastOf: id });
        const [past, sets] = await Promise.all([
          told(server.deliveries(id)),
          told(server.deliverySets()),
        ]);
        if (useComposition.getState().id !== id) return;
        set({ past: past ?? [], sets: sets ?? [] });
      },
      takeSet({ name, files }) {
        offerBack(`The files of ${name} took the place of those that were to be made.`);
        set({ files, setName: name, inHand: 0 });
      },
      async keepSet(name) {
        const kept = await told(server.keepDeliverySet({ name, files: get().files }));
        if (!kept) return;
        const others = get().sets.filter((each) => each.name !== name);
        const sets = [...others, kept].sort((a, b) => a.name.localeCompare(b.name));
        set({ sets, setName: name });
      },
      async removeSet(name) {
        const gone = await told(server.removeDeliverySet(name));
        if (!gone) return;
        const sets = get().sets.filter((each) => each.name !== name);
        set({ sets, setName: get().setName === name ? '' : get().setName });
        const back = async () => {
          const kept = await told(server.keepDeliverySet(gone));
          if (kept) set({ sets: [...get().sets, kept] });
        };
        useNotices.getState().tell({
          ...{ kind: 'information', words: `The set ${name} was taken away.` },
          action: { words: 'Put it back', run: () => void back() },
        });
      },
      async deliver(files, letPass) {
        await flush();
        const { id, revision, savedState } = useComposition.getState();
        if (!id) return;
        if (savedState.kind !== 'saved') {
          return tellProblem(
            'The composition is not saved, so it cannot be delivered yet. See above.',
          );
        }
        const { setName } = get();
        const metadata = Object.fromEntries(
          Object.entries(wordsFor(get(), id)).filter(([, text]) => text),
        );
        const request = { revision, files, letPass, metadata, ...(setName && { name: setName }) };
        const job = await told(server.beginDelivery(id, request));
        if (!job) return;
        set({ arrived: [] });
        followJob(job, (now) => {
          set({ arrived: now.files.map(({ name }) => name) });
          if (now.state === 'running') return;
          set({ arrived: [] });
          if (now.state === 'done') void get().load();
          if (now.problem) tellProblem(`${now.label}: ${now.problem}`);
        });
      },
      async takeOff(id) {
        const gone = await told(server.removeDelivery(id));
        if (gone) set({ past: get().past.filter((each) => each.id !== id) });
      },
    }),
    {
      name: 'diplex-deliver',
      partialize: ({ files, inHand, setName, words, ownWords }): Order => ({
        ...{ files, inHand, setName, words, ownWords },
      }),
    },
  ),
);

/** The file that is being set. */
export function fileInHand({ files, inHand }: Order): FileRequest {
  return files[inHand] ?? files[0] ?? FIRST;
}
