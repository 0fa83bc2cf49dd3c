import { createContext, useContext } from 'react';

/** Which group answers which activity, for what lies on its screen. */
interface ActivityPlace {
  id: string;
  group: string;
  /** Asks for all of it again. */
  anew: () => void;
}

const Place = createContext<ActivityPlace>({ id: '', group: '', anew: () => undefined });

export const ActivityPlaceProvider = Place.Provider;
export const useActivityPlace = (): ActivityPlace => useContext(Place);
