import { useEffect, useRef } from 'react';
import { partAnchor, useEditing } from './editing';

/** Back from where places are laid out, or something is drawn or recorded, one is where one was in the form. */
export function useComeBack(away: boolean): void {
  const wasAway = useRef(false);
  useEffect(() => {
    const { open, place } = useEditing.getState();
    const anchor = open !== null ? partAnchor(open) : place !== null && `plan-${place}`;
    if (wasAway.current && !away && anchor) document.getElementById(anchor)?.scrollIntoView({ block: 'start' });
    wasAway.current = away;
  }, [away]);
}
