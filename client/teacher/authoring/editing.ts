import type { PlanPlace } from '@lippet/core/contract/definitionTroubles';
import { create } from 'zustand';

interface Editing {
  /** The section of the form that somebody is in; null before any. */
  place: PlanPlace | null;
  /** The part whose fields they are in, or were in last. */
  part: string | null;
  /** The part whose fields are open, also while its places are laid out on another screen; null for none. */
  open: string | null;
  enter: (change: { place: PlanPlace } | { part: string }) => void;
  /** Opens the fields of a part, or of none. */
  openPart: (part: string | null) => void;
  leave: () => void;
}

/** Where the field of a part is in the form. */
export const partAnchor = (part: string): string => `plan-part-${part}`;

/** What of the form is being edited: the preview beside it shows that, and one comes back to it. */
export const useEditing = create<Editing>((set) => ({
  place: null,
  part: null,
  open: null,
  enter: (change) => set(change),
  openPart: (open) => set(open === null ? { open } : { open, part: open }),
  leave: () => set({ place: null, part: null, open: null }),
}));
