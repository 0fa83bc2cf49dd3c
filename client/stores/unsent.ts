import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

type Words = Readonly<Record<string, string>>;

interface UnsentState {
  /** Whose words these are: on a device that several use nobody finds another's. */
  owner: string | null;
  /** By what they are for. */
  words: Words;
  /** What others left, until they are here again. */
  others: Readonly<Record<string, Words>>;
}

/** Words that were typed and are not sent yet: a box that was closed has them again, also after a crash. */
export const useUnsent = create<UnsentState>()(
  persist((): UnsentState => ({ owner: null, words: {}, others: {} }), {
    name: 'lippet-unsent',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** Says who is here; null when nobody is any more. What somebody else left unsent waits until they come again. */
export function ownUnsent(owner: string | null): void {
  const { owner: before, words, others } = useUnsent.getState();
  if (before === owner) return;
  const left = new Map(Object.entries(others));
  if (before !== null && Object.keys(words).length > 0) left.set(before, words);
  const mine = (owner !== null && left.get(owner)) || {};
  if (owner !== null) left.delete(owner);
  useUnsent.setState({ owner, words: mine, others: Object.fromEntries(left) });
}

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
