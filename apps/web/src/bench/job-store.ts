import { create } from 'zustand';

/** Long work that the job line shows. */
export interface RunningJob {
  readonly id: string;
  readonly words: string;
  /** 0 to 1. */
  readonly progress: number;
  readonly secondsLeft: number | null;
  readonly stop: () => void;
  /** Whether it ends in a step of the history: then undo calls it off. */
  readonly becomes?: 'a step';
}

interface Jobs {
  readonly running: readonly RunningJob[];
  put(job: RunningJob): void;
  end(id: string): void;
}

export const useJobs = create<Jobs>((set, get) => ({
  running: [],
  put(job) {
    const { running } = get();
    const known = running.some((each) => each.id === job.id);
    set({
      running: known ? running.map((each) => (each.id === job.id ? job : each)) : [...running, job],
    });
  },
  end: (id) => set({ running: get().running.filter((job) => job.id !== id) }),
}));
