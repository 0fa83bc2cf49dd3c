import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import type { BodyOf } from '@lippet/core/contract/api';

/** A letter with a number that is on its way. */
export type AskedLetter = BodyOf<'POST /sign-in-letters'> & { id: string };

/**
 * The letter that was asked for in this window. It outlives the page: a telephone may throw that away while its owner
 * reads the letter.
 */
export const useAskedLetter = create(
  persist((): { asked: AskedLetter | null } => ({ asked: null }), {
    name: 'lippet-letter',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

export function forgetAskedLetter(): void {
  useAskedLetter.setState({ asked: null });
}
