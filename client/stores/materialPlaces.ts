import type { Viewport } from '@lippet/core/page/viewport';
import { create } from 'zustand';

/** Where one was with something to look at. */
export interface Looked {
  /** Counts from 1. */
  page?: number;
  viewport?: Viewport;
  /** Of a recording. */
  second?: number;
}

interface LookingState {
  looked: Readonly<Record<string, Looked>>;
  remember: (id: string, change: Looked) => void;
}

/**
 * Remembers pages, zooms and moments as long as the program is open: going back to the work and forth again must not
 * lose them.
 */
export const useLooking = create<LookingState>((set) => ({
  looked: {},
  remember: (id, change) => set(({ looked }) => ({ looked: { ...looked, [id]: { ...looked[id], ...change } } })),
}));
