import { useCallback, useEffect, useState } from 'react';
import { lastPlaceOf, leaveAt, type SheetPlace } from '../../stores/lastPlaces';

const NOWHERE: SheetPlace = { part: null, page: null };

/** The part and page in hand; a piece opens where it was left on this device. */
export function useSheetPlace(pieceId: string | undefined) {
  const [place, setPlace] = useState(NOWHERE);
  useEffect(() => {
    const last = pieceId === undefined ? null : lastPlaceOf(pieceId);
    // Whoever was led to a place meanwhile stays there.
    if (last) setPlace((now) => (now === NOWHERE ? last : now));
  }, [pieceId]);
  useEffect(() => {
    if (pieceId !== undefined && place !== NOWHERE) leaveAt(pieceId, place);
  }, [pieceId, place]);
  const goToPage = useCallback((page: string): void => setPlace({ part: null, page }), []);
  const choosePart = useCallback((part: string): void => setPlace({ part, page: null }), []);
  const turnTo = useCallback((page: string): void => setPlace((now) => ({ ...now, page })), []);
  return { pageId: place.page, partId: place.part, goToPage, choosePart, turnTo };
}
