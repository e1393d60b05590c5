import { create } from 'zustand';

export interface Notice {
  readonly id: number;
  readonly kind: 'problem' | 'information';
  readonly words: string;
  readonly action?: { readonly words: string; readonly run: () => void };
}

interface Notices {
  readonly notices: readonly Notice[];
  tell(notice: Omit<Notice, 'id'>): void;
  dismiss(id: number): void;
}

/** How long an information stays; a problem stays until it is dismissed. */
const INFORMATION_MS = 8000;

let last = 0;

/** Short messages for the person at the bench. */
export const useNotices = create<Notices>((set, get) => ({
  notices: [],
  tell(notice) {
    const id = ++last;
    const others = get().notices.filter((each) => each.words !== notice.words);
    set({ notices: [...others, { ...notice, id }] });
    if (notice.kind === 'information') setTimeout(() => get().dismiss(id), INFORMATION_MS);
  },
  dismiss: (id) => set({ notices: get().notices.filter((notice) => notice.id !== id) }),
}));

export function tellProblem(words: string): void {
  useNotices.getState().tell({ kind: 'problem', words });
}
