import type { SpeechSpeed } from '@lippet/core/contract/speech';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** How much larger than usual texts are shown. */
export const TEXT_SIZES = { usual: 1, large: 1.25, largest: 1.5 } as const;
export type TextSize = keyof typeof TEXT_SIZES;
/** Letters for reading: with the shapes that children learn, or those of the interface. */
export type LetterForm = 'school' | 'plain';

interface ReadingState {
  speed: SpeechSpeed;
  size: TextSize;
  letters: LetterForm;
  set: (change: Partial<Pick<ReadingState, 'speed' | 'size' | 'letters'>>) => void;
}

/** How texts are read and heard on this device. */
export const useReading = create<ReadingState>()(
  persist(
    (set) => ({ speed: 'middle', size: 'usual', letters: 'school', set: (change) => set(change) }),
    { name: 'lippet-reading', storage: createJSONStorage(() => localStorage) },
  ),
);
