import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** Where somebody is in a piece: at a page, at a part, or at a page of a part. */
export interface SheetPlace {
  part: string | null;
  page: string | null;
}

/** So many pieces are remembered; the one that was left longest ago goes first. */
const MOST = 60;

interface LastPlaces {
  /** By piece, oldest first. It says only ids, which mean nothing to whoever uses the device next. */
  places: readonly (readonly [piece: string, place: SheetPlace])[];
}

export const useLastPlaces = create<LastPlaces>()(
  persist((): LastPlaces => ({ places: [] }), {
    name: 'lippet-places',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** Where a piece was left on this device; null where it never was. */
export const lastPlaceOf = (piece: string): SheetPlace | null =>
  useLastPlaces.getState().places.find(([id]) => id === piece)?.[1] ?? null;

export function leaveAt(piece: string, place: SheetPlace): void {
  const others = useLastPlaces.getState().places.filter(([id]) => id !== piece);
  useLastPlaces.setState({ places: [...others, [piece, place] as const].slice(-MOST) });
}

export function forgetPlace(piece: string): void {
  useLastPlaces.setState(({ places }) => ({ places: places.filter(([id]) => id !== piece) }));
}
