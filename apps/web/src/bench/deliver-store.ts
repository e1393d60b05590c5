import { create } from 'zustand';
import { wordsOf } from '../link/problem';
import { address, type ExportRequest, type Job, server } from '../link/server';
import { flush } from './autosave';
import { useComposition } from './composition-store';
import { useJobs } from './job-store';
import { tellProblem } from './notice-store';

type Settings = Omit<ExportRequest, 'revision'>;

interface Deliveries extends Settings {
  /** Files made since the page was opened, the newest first. */
  readonly made: readonly Job[];
  set(change: Partial<Settings>): void;
  deliver(): Promise<void>;
}

/** The bits that each format can hold; the first is what it is usually wanted in. */
export const DEPTHS: Readonly<Record<Settings['format'], readonly (8 | 16)[]>> = {
  png: [8, 16],
  jpeg: [8],
  webp: [8],
  tiff: [16, 8],
};

function follow(job: Job, ended: (job: Job) => void): void {
  const events = new EventSource(address.jobEvents(job.id));
  const show = ({ id, label, progress, secondsLeft }: Job) =>
    useJobs.getState().put({
      ...{ id, words: label, progress, secondsLeft },
      stop: () => void server.stopJob(id).catch((error) => tellProblem(wordsOf(error))),
    });
  const close = () => {
    events.close();
    useJobs.getState().end(job.id);
  };
  show(job);
  events.onmessage = (event) => {
    const now = JSON.parse(event.data) as Job;
    if (now.state === 'running') return show(now);
    close();
    ended(now);
  };
  events.onerror = () => {
    close();
    tellProblem(`${job.label}: the server does not answer any more. Deliver again.`);
  };
}

export const useDeliveries = create<Deliveries>((set, get) => ({
  format: 'png',
  bits: 8,
  quality: 92,
  backing: '#ffffff',
  made: [],
  set(change) {
    const format = change.format ?? get().format;
    const bits = change.bits ?? get().bits;
    const depths = DEPTHS[format];
    const fitting = change.format || !depths.includes(bits) ? (depths[0] ?? 8) : bits;
    set({ ...change, bits: fitting });
  },
  async deliver() {
    await flush();
    const { id, revision, savedState } = useComposition.getState();
    if (!id) return;
    if (savedState.kind !== 'saved') {
      return tellProblem('The composition is not saved, so it cannot be delivered yet. See above.');
    }
    const { format, bits, quality, backing } = get();
    try {
      const request = { format, bits, quality, backing, revision };
      const job = await server.beginExport(id, request);
      follow(job, (ended) => {
        if (ended.state === 'done') set({ made: [ended, ...get().made] });
        else if (ended.problem) tellProblem(`${ended.label}: ${ended.problem}`);
      });
    } catch (error) {
      tellProblem(wordsOf(error));
    }
  },
}));
