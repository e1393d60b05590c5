import { create } from 'zustand';

export type OpenDialog = 'keys' | 'palette' | 'sources' | 'area-source' | 'canvas' | null;

interface WindowState {
  readonly dialog: OpenDialog;
  open(dialog: OpenDialog): void;
}

/** Which dialog is open. */
export const useWindow = create<WindowState>((set) => ({
  dialog: null,
  open: (dialog) => set({ dialog }),
}));
