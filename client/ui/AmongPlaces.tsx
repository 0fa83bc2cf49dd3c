import type { Role } from '@lippet/core/contract/signIn';
import type { ReactNode } from 'react';
import { Places } from './Places';
import { placesOf } from './rolePlaces';
import { useWide } from './useWide';

/** A screen behind one of the places. Where there is room, these stay beside it; on a phone it has the room alone. */
export function AmongPlaces({ role, children }: { role: Role; children: ReactNode }) {
  const wide = useWide();
  const places = placesOf(role);
  return wide && places.length > 0 ? <Places places={places}>{children}</Places> : children;
}
