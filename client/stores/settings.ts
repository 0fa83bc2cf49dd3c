import { TEXT_SIZES, USUAL_SETTINGS, type OwnSettings } from '@lippet/core/contract/settings';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface SettingsState extends OwnSettings {
  set: (change: Partial<OwnSettings>) => void;
}

/** How whoever is signed in reads, hears and draws; kept on the device too, so that it is so from the first moment. */
export const useSettings = create<SettingsState>()(
  persist((set) => ({ ...USUAL_SETTINGS, set: (change) => set(change) }), {
    name: 'lippet-settings',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** So many times larger than usual is what whoever is signed in reads. */
export const useLarger = (): number => useSettings(({ size }) => TEXT_SIZES[size]);

/** What of it is kept at school. */
export const settingsNow = (): OwnSettings => {
  const { size, letters, speed, calm, leftHanded } = useSettings.getState();
  return { size, letters, speed, calm, leftHanded };
};

// Wherever it is chosen, the page itself stands still.
const stand = ({ calm }: OwnSettings): void => void document.documentElement.toggleAttribute('data-calm', calm);
stand(useSettings.getState());
useSettings.subscribe(stand);
