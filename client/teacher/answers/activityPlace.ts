import { createContext, useContext } from 'react';

/** Which group answers which activity, for what lies on its screen. */
interface ActivityPlace {
  id: string;
  group: string;
}

const Place = createContext<ActivityPlace>({ id: '', group: '' });

export const ActivityPlaceProvider = Place.Provider;
export const useActivityPlace = (): ActivityPlace => useContext(Place);
