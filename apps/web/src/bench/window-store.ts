import { create } from 'zustand';

export type OpenDialog =
  | 'keys'
  | 'palette'
  | 'sources'
  | 'area-source'
  | 'behind-source'
  | 'borrow-source'
  | 'overlay-source'
  | 'letters-source'
  | 'beside-source'
  | 'library'
  | 'canvas'
  | 'steps'
  | null;

interface WindowState {
  readonly dialog: OpenDialog;
  open(dialog: OpenDialog): void;
  /** Whether the spine and the inspector are in sight. */
  readonly panels: 'shown' | 'away';
  turnPanels(): void;
  /** Whether the history is open under the title. */
  readonly drawer: boolean;
  turnDrawer(): void;
}

/** Which dialog is open, and whether the panels at the sides are. */
export const useWindow = create<WindowState>((set, get) => ({
  dialog: null,
  open: (dialog) => set({ dialog }),
  panels: 'shown',
  drawer: false,
  turnDrawer: () => set({ drawer: !get().drawer }),
  turnPanels: () => set({ panels: get().panels === 'shown' ? 'away' : 'shown' }),
}));
