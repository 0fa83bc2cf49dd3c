import { useEffect, useEffectEvent } from 'react';
import type { SharedSheet } from './useSharedSheet';

/** Calls back when what stands beside a sheet has changed: it was closed or opened, or hides others' work now. */
export function useSheetNews({ told, frozen, here }: SharedSheet, onNews: () => void): void {
  const tell = useEffectEvent(onNews);
  const people = here.length;
  useEffect(() => tell(), [told, frozen, people]);
}
