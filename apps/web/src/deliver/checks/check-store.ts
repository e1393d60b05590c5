import type { Composition } from '@diplex/document';
import { create } from 'zustand';
import type { Finding } from './check';

interface DeliveryChecks {
  /** The composition whose pixels were looked at; null before any. */
  readonly of: Composition | null;
  readonly long: readonly Finding[];
  /** Which finding is looked at, by its words; null for none. */
  readonly looked: string | null;
  take(change: Partial<Omit<DeliveryChecks, 'take'>>): void;
}

/** The last check before a delivery that looked at pixels. */
export const useDeliveryChecks = create<DeliveryChecks>((set) => ({
  of: null,
  long: [],
  looked: null,
  take: (change) => set(change),
}));
