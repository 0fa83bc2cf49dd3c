import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface UnsentState {
  /** Whose words these are: on a device that several use nobody finds another's. */
  owner: string | null;
  /** By what they are for. */
  words: Readonly<Record<string, string>>;
}

/** Words that were typed and are not sent yet: a box that was closed has them again, also after a crash. */
export const useUnsent = create<UnsentState>()(
  persist((): UnsentState => ({ owner: null, words: {} }), {
    name: 'lippet-unsent',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** Says who is here; null when nobody is any more. What somebody else left unsent is gone then. */
export function ownUnsent(owner: string | null): void {
  if (useUnsent.getState().owner !== owner) useUnsent.setState({ owner, words: {} });
}

/** Whether anybody is signed in on this device, as far as it knows. */
export const isAnybodyHere = (): boolean => useUnsent.getState().owner !== null;

/** @param place what the words are for, such as `ask:<activity>` */
export function useUnsentWords(place: string): [words: string, setWords: (words: string) => void] {
  const words = useUnsent((state) => state.words[place] ?? '');
  const setWords = (typed: string): void => {
    useUnsent.setState(({ words: { [place]: _, ...others } }) => ({
      words: typed === '' ? others : { ...others, [place]: typed },
    }));
  };
  return [words, setWords];
}
